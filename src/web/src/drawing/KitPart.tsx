import type { Schemas } from '../api/client';
import css from './KitPart.module.css';

type Line = Schemas['KitLine'];

// Each lies on a sheet of 48 x 32; what has a bore or a length is drawn by it.
const shapes: Record<NonNullable<Line['shape']>, string[]> = {
  assembly: ['M4 24 H44 V16 H30 V8 H18 V16 H4 Z', 'M22 12 H26'],
  bin: ['M12 10 H36 L33 29 H15 Z', 'M9 10 H39 M20 10 V6 H28 V10'],
  boot: [],
  bottle: ['M17 12 H31 V29 H17 Z', 'M21 12 V7 H27 V12 M24 7 V3 H34'],
  cable: ['M4 16 Q16 4 24 16 T44 16', 'M4 20 Q16 8 24 20 T44 20'],
  cap: ['M12 9 H30 Q38 9 38 16 Q38 23 30 23 H12 Z', 'M12 9 V23'],
  cleaver: ['M6 22 H42 V28 H6 Z', 'M10 22 V14 H38 V22 M24 14 V4 M20 4 H28'],
  clip: ['M8 12 H40 V22 H8 Z', 'M16 12 V22 M32 12 V22'],
  connector: ['M14 8 H32 V24 H14 Z', 'M32 13 H43 V19 H32 M5 13 H14 M5 19 H14 M5 13 V19 M18 8 V24'],
  crimp: ['M24 10 L8 28 M24 10 L40 28', 'M18 4 H30 V10 H18 Z M22 7 H26'],
  film: ['M8 10 L32 6 L40 22 L16 27 Z', 'M14 13 L33 10 M17 19 L36 16'],
  heat: ['M6 14 H42 V28 H6 Z', 'M16 10 q4 -4 0 -7 M24 10 q4 -4 0 -7 M32 10 q4 -4 0 -7 M12 21 H36'],
  holder: ['M6 12 H42 V24 H6 Z', 'M6 18 H42 M18 12 V24 M30 12 V24'],
  housing: ['M8 8 H40 V24 H8 Z', 'M14 12 H34 V20 H14 Z M40 14 H44 V18 H40'],
  lens: ['M28 6 L36 14 L22 26 L14 18 Z', 'M10 28 H30 M18 22 L12 28'],
  light: ['M6 12 H32 V20 H6 Z', 'M32 14 H37 V18 H32 M41 16 H45 M40 11 L43 8 M40 21 L43 24'],
  marker: ['M6 13 H32 V19 H6 Z', 'M32 13 L41 16 L32 19 M14 13 V19'],
  module: ['M6 6 H42 V26 H6 Z', 'M12 16 a8 7 0 1 0 16 0 a8 7 0 1 0 -16 0 M34 10 V22'],
  pick: ['M6 26 L36 8', 'M36 8 L43 6 L40 12 Z'],
  pigtail: ['M4 20 Q14 4 24 16', 'M24 11 H36 V21 H24 Z M36 14 H43 V18 H36'],
  puck: ['M10 22 a14 5 0 1 0 28 0 a14 5 0 1 0 -28 0', 'M10 22 V17 a14 5 0 0 1 28 0 V22 M21 15 V9 H27 V15'],
  ring: ['M16 16 a8 11 0 1 0 16 0 a8 11 0 1 0 -16 0', 'M20 16 a4 7 0 1 0 8 0 a4 7 0 1 0 -8 0'],
  scribe: ['M6 26 L30 10 L34 14 L12 29 Z', 'M32 12 L42 5'],
  shears: ['M8 6 L34 24 M8 24 L34 8', 'M34 24 a4 3 0 1 0 8 2 a4 3 0 1 0 -8 -2 M34 8 a4 3 0 1 1 8 -2 a4 3 0 1 1 -8 2'],
  sleeve: ['M10 9 H28 V23 H10 Z', 'M28 11 H40 V21 H28 M14 9 V23'],
  splicer: ['M6 12 H42 V28 H6 Z', 'M14 12 V6 H34 V12 M20 20 H28 M24 16 V24'],
  stripper: ['M8 8 L30 14 M8 24 L30 18', 'M30 10 H42 V22 H30 Z M36 13 V19'],
  syringe: ['M10 11 H32 V21 H10 Z', 'M32 16 H45 M4 16 H10 M4 11 V21 M17 11 V15 M24 11 V15'],
  template: ['M4 11 H44 V21 H4 Z', 'M10 11 V16 M16 11 V14 M22 11 V16 M28 11 V14 M34 11 V16 M40 11 V14'],
  tray: ['M5 8 H43 V25 H5 Z', 'M11 16 a6 5 0 0 1 6 -5 H31 a6 5 0 0 1 0 11 H17 a6 5 0 0 1 -6 -6 M21 16 H27'],
  tube: [],
  wipe: ['M8 10 L28 5 L41 18 L20 27 Z', 'M14 13 Q22 16 34 12'],
};

/** Longest that is drawn at full length, and widest bore, in mm. */
const most = { length: 40, bore: 3 };

function boot(bore: number): string[] {
  const half = 3 + 5 * (bore / most.bore);
  return [
    `M6 ${16 - half * 0.6} L30 ${16 - half - 2} H42 V${16 + half + 2} H30 L6 ${16 + half * 0.6} Z`,
    `M16 ${16 - half * 0.8} V${16 + half * 0.8} M23 ${16 - half} V${16 + half}`,
  ];
}

function tube(length: number): string[] {
  const half = 18 * (length / most.length);
  return [`M${24 - half} 12 H${24 + half} V20 H${24 - half} Z`, `M${24 - half} 16 H${24 + half}`];
}

/** A thing of the kit, so that it is found in the bag by its shape. */
export function KitPart({ line }: { line: Pick<Line, 'shape' | 'bore' | 'length'> }) {
  if (!line.shape) return null;
  const paths =
    line.shape === 'boot' ? boot(line.bore ?? 2) : line.shape === 'tube' ? tube(line.length ?? 32) : shapes[line.shape];
  return (
    <svg className={css.part} viewBox="0 0 48 32" width="48" height="32" aria-hidden="true" data-shape={line.shape}>
      {paths.map((path, at) => (
        <path key={path} d={path} className={at === 0 ? css.body : css.line} />
      ))}
    </svg>
  );
}
