import type { ReactNode } from 'react';
import type { Schemas } from '../api/client';
import css from './HandAct.module.css';

type Act = Schemas['Act'];

// What the drawings are made of. The sheet is 540 x 300; the fiber lies at 150 and points to the right.
const Fiber = ({ to, from = 16 }: { to: number; from?: number }) => <path d={`M${from} 150 H${to}`} className={css.fiber} />;
const Glass = ({ d }: { d: string }) => <path d={d} className={css.glass} />;
const Part = ({ d }: { d: string }) => <path d={d} className={css.part} />;
const Fine = ({ d }: { d: string }) => <path d={d} className={css.fine} />;
const Line = ({ d }: { d: string }) => <path d={d} className={css.hand} />;
/** What moves, and where to. */
const Way = ({ d }: { d: string }) => <path d={d} className={css.way} markerEnd="url(#way)" />;

/** A connector: its body, its ferrule to the right, the hole for the fiber at the left. */
const Body = ({ x = 250 }: { x?: number }) => (
  <>
    <Part d={`M${x} 106 H${x + 150} V194 H${x} Z`} />
    <Part d={`M${x + 150} 134 H${x + 200} V166 H${x + 150} Z`} />
    <Part d={`M${x - 44} 130 H${x} V170 H${x - 44} Z`} />
    <Fine d={`M${x + 20} 122 H${x + 130} M${x + 20} 178 H${x + 130}`} />
  </>
);
const Boot = ({ x }: { x: number }) => (
  <>
    <Part d={`M${x} 136 L${x + 96} 118 H${x + 130} V182 H${x + 96} L${x} 164 Z`} />
    <Fine d={`M${x + 34} 131 V169 M${x + 60} 126 V174 M${x + 86} 121 V179`} />
  </>
);
const Cap = ({ x }: { x: number }) => (
  <Part d={`M${x} 126 H${x + 56} Q${x + 74} 126 ${x + 74} 150 Q${x + 74} 174 ${x + 56} 174 H${x} Z`} />
);
const Heat = () => <path d="M190 236 q14 -14 0 -28 M260 236 q14 -14 0 -28 M330 236 q14 -14 0 -28" className={css.warm} />;
/** The pen of the red light, or its end at a connector's front. */
const Light = ({ isOn }: { isOn: boolean }) => (
  <>
    <Part d="M462 138 H530 V162 H462 Z" />
    {isOn && <path d="M452 150 H440 M450 136 L440 128 M450 164 L440 172" className={css.warm} />}
  </>
);
const Blades = ({ x, gap = 12 }: { x: number; gap?: number }) => (
  <>
    <Part d={`M${x} ${150 - gap} L${x - 26} 62 H${x + 26} Z`} />
    <Part d={`M${x} ${150 + gap} L${x - 26} 238 H${x + 26} Z`} />
  </>
);
const Eight = ({ y }: { y: number }) => (
  <path
    d={`M270 ${y} C210 ${y - 60} 150 ${y - 30} 150 ${y} S210 ${y + 60} 270 ${y} S390 ${y - 60} 390 ${y} S330 ${y + 60} 270 ${y}`}
    className={css.trace}
  />
);

const strips: Record<string, ReactNode> = {
  'one-pull': <Way d="M330 84 H510" />,
  thermal: <Heat />,
  twist: <Way d="M330 92 C380 70 420 110 380 150" />,
  pull: <Way d="M330 84 H510" />,
};
const locks: Record<string, ReactNode> = {
  cam: (
    <>
      <Part d="M206 118 H250 V182 H206 Z" />
      <Way d="M206 96 C226 70 262 84 250 118" />
    </>
  ),
  wedge: (
    <>
      <Part d="M286 78 H364 L350 106 H300 Z" />
      <Part d="M286 222 H364 L350 194 H300 Z" />
      <Way d="M325 30 V70" />
      <Way d="M325 270 V230" />
    </>
  ),
  window: (
    <>
      <Part d="M290 96 H360 V116 H290 Z" />
      <Way d="M325 34 V88" />
    </>
  ),
  plunger: (
    <>
      <Part d="M110 136 H206 V164 H110 Z" />
      <Way d="M80 220 H196" />
    </>
  ),
  splice: <Way d="M325 34 V98" />,
};
const scribes: Record<string, ReactNode> = {
  'bevel-flat': <Part d="M452 100 L456 148 L520 92 Z" />,
  '45-turn': (
    <>
      <Part d="M460 146 L508 84 L522 104 Z" />
      <Way d="M236 84 C290 50 350 60 372 92" />
    </>
  ),
  'square-bevel-up': <Part d="M462 144 V70 H478 L462 144 Z" />,
  gentle: <Part d="M466 144 L480 88 L494 96 Z" />,
};
const inserts: Record<string, ReactNode> = {
  bow: <Glass d="M60 150 C110 92 160 92 210 150 H300" />,
  oven: (
    <>
      <Glass d="M60 150 H300" />
      <Heat />
    </>
  ),
  'mark-up': (
    <>
      <Glass d="M60 150 H300" />
      <circle cx="150" cy="140" r="8" className={css.dot} />
    </>
  ),
};

/** What the hand does, kind by kind, with the manners in which hands differ. */
const drawings: Record<Act['does'], (act: Act) => ReactNode> = {
  load: () => (
    <>
      <Fiber to={520} />
      <Boot x={230} />
      <Way d="M520 92 H400" />
    </>
  ),
  seat: () => (
    <>
      <Fiber to={210} />
      <Body x={300} />
      <Boot x={124} />
      <Way d="M110 92 H230" />
    </>
  ),
  'take-off': () => (
    <>
      <Body x={200} />
      <path d="M404 96 H500 V204 H404 Z" className={css.gone} />
      <Way d="M420 60 H510" />
    </>
  ),
  'cap-off': ({ of }) => (
    <>
      <Body x={170} />
      {of === 'rear' ? (
        <>
          <path d="M100 128 H48 V172 H100 Z" className={css.part} />
          <Way d="M96 92 H20" />
        </>
      ) : (
        <>
          <Cap x={420} />
          <Way d="M420 92 H514" />
        </>
      )}
    </>
  ),
  'cap-on': () => (
    <>
      <Body x={120} />
      <Cap x={350} />
      <Way d="M500 92 H380" />
    </>
  ),
  'light-on': () => (
    <>
      <Body x={220} />
      <Light isOn />
    </>
  ),
  'light-off': () => (
    <>
      <Body x={200} />
      <Light isOn={false} />
      <Way d="M470 100 H526" />
    </>
  ),
  'tool-load': () => (
    <>
      <Body x={190} />
      <Line d="M120 190 V260 H450 V190" />
      <Way d="M270 20 V90" />
    </>
  ),
  'tool-unload': () => (
    <>
      <Body x={190} />
      <Line d="M120 190 V260 H450 V190" />
      <Way d="M270 90 V20" />
    </>
  ),
  'clamp-on': () => (
    <>
      <Fiber to={520} />
      <Line d="M200 230 V90 H300 V230" />
      <Line d="M250 90 V40 M220 40 H280" />
      <Way d="M330 30 C350 60 350 80 330 104" />
    </>
  ),
  'clamp-off': () => (
    <>
      <Fiber to={520} />
      <Line d="M200 210 V70 H300 V210" />
      <Line d="M250 70 V26 M220 26 H280" />
      <Way d="M340 200 V60" />
    </>
  ),
  mark: () => (
    <>
      <Fiber to={520} />
      <path d="M300 138 V162" className={css.stroke} />
      <Part d="M304 134 L332 40 L364 50 L326 138 Z" />
      <Line d="M304 134 L326 138" />
    </>
  ),
  strip: ({ how }) => (
    <>
      <Fiber to={300} />
      <Glass d="M300 150 H520" />
      <Blades x={300} />
      {strips[how ?? 'bites'] ?? (
        <>
          <Way d="M330 84 H400" />
          <Fine d="M350 134 V166 M400 134 V166 M450 134 V166" />
        </>
      )}
    </>
  ),
  cut: () => (
    <>
      <Fiber to={200} />
      <path
        d="M200 140 C300 110 380 130 440 104 M200 150 C300 146 380 150 440 142 M200 160 C300 190 380 170 440 190"
        className={css.yarn}
      />
      <Line d="M330 60 L390 240 M390 60 L330 240" />
      <Line d="M318 262 a16 16 0 1 0 24 0 a16 16 0 1 0 -24 0 M378 262 a16 16 0 1 0 24 0 a16 16 0 1 0 -24 0" />
    </>
  ),
  slit: () => (
    <>
      <Fiber to={400} />
      <path d="M220 150 H400" className={css.stroke} />
      <Part d="M230 142 L204 60 H256 Z" />
      <Way d="M290 84 H420" />
    </>
  ),
  wipe: ({ of }) => (
    <>
      {of === 'face' || of === 'ferrule' ? <Body x={120} /> : <Fiber to={140} />}
      {of !== 'face' && of !== 'ferrule' && <Glass d="M140 150 H520" />}
      <Part d="M330 96 H440 L460 150 L440 204 H330 L310 150 Z" />
      <Fine d="M330 96 L350 150 L330 204" />
      <Way d="M400 62 H510" />
    </>
  ),
  flick: ({ how }) => (
    <>
      <Fiber to={180} />
      <Glass d={how === 'bend' ? 'M180 150 C280 150 340 120 390 40' : 'M180 150 C300 150 400 120 480 60'} />
      {how !== 'bend' && <path d="M180 150 C300 150 400 180 480 240" className={css.gone} />}
      <Way d={how === 'bend' ? 'M450 190 C456 140 440 96 416 66' : 'M500 220 C520 170 520 130 500 84'} />
    </>
  ),
  lay: () => (
    <>
      <Fiber to={330} />
      <Glass d="M330 150 H500" />
      <Part d="M120 158 H340 V214 H120 Z" />
      <Line d="M120 158 L150 70 H350" />
      <Way d="M380 70 C400 100 390 126 360 138" />
    </>
  ),
  cleave: ({ how }) => (
    <>
      <Fiber to={230} />
      <Glass d="M230 150 H352 M372 150 H500" />
      <Part d="M362 166 L338 240 H386 Z" />
      <Line d="M206 104 V132 M206 196 V168" />
      {how === 'twist' ? <Way d="M440 96 C480 110 480 190 440 204" /> : <Way d="M362 60 V126" />}
    </>
  ),
  insert: ({ how }) => (
    <>
      <Body x={300} />
      <Fiber to={60} />
      {inserts[how ?? ''] ?? <Glass d="M60 150 H300" />}
      <Way d="M90 214 H230" />
      {how === 'quick' && <Way d="M90 244 H230" />}
    </>
  ),
  lock: ({ of }) => (
    <>
      <Body x={250} />
      <Fiber to={206} />
      {locks[of ?? ''] ?? locks.splice}
    </>
  ),
  tap: () => (
    <>
      <Fiber to={120} />
      <Glass d="M120 150 C190 70 260 70 330 150 H420" />
      <Part d="M206 84 C200 50 214 20 226 20 C240 20 252 50 246 84 Z" />
      <Way d="M290 30 V76" />
    </>
  ),
  crimp: ({ of }) => (
    <>
      <Fiber to={220} />
      <Body x={330} />
      <Part d="M220 118 H330 V182 H220 Z" />
      {of === 'aramid' && <path d="M220 128 C180 120 150 126 120 116 M220 172 C180 182 150 174 120 186" className={css.yarn} />}
      <Line d="M240 60 L256 112 H294 L310 60 M240 240 L256 188 H294 L310 240" />
      <Way d="M275 22 V92" />
      <Way d="M275 278 V208" />
    </>
  ),
  fill: () => (
    <>
      <Body x={260} />
      <Part d="M20 122 H130 V178 H20 Z" />
      <Line d="M130 150 H300" />
      <Line d="M20 150 H4 M4 126 V174" />
      <circle cx="468" cy="150" r="11" className={css.dot} />
    </>
  ),
  prime: ({ how }) => (
    <>
      <Fiber to={220} />
      <Glass d="M220 150 H500" />
      {how === 'brush' || how === 'half' ? (
        <>
          <Part d="M300 140 L330 60 H350 L380 140 Z" />
          <Way d={how === 'half' ? 'M270 200 H350' : 'M270 200 H470'} />
        </>
      ) : (
        <>
          <Part d="M330 20 H390 V70 H330 Z" />
          <path d="M346 80 L320 130 M360 80 V132 M374 80 L400 130" className={css.trace} />
          <Line d="M290 196 H450" />
        </>
      )}
    </>
  ),
  hold: () => (
    <>
      <Fiber to={206} />
      <Body x={250} />
      <Line d="M300 100 C300 40 330 40 336 96 M300 200 C300 260 330 260 336 204" />
      <Line d="M470 60 a34 34 0 1 0 1 0 M470 60 V94 L492 104" />
    </>
  ),
  scribe: ({ how }) => (
    <>
      <Body x={200} />
      <Glass d="M400 150 H520" />
      {scribes[how ?? 'gentle'] ?? scribes.gentle}
    </>
  ),
  polish: ({ of, how }) =>
    of === 'air' ? (
      <>
        <Body x={120} />
        <Line d="M420 60 C330 110 330 190 420 240" />
        <Way d="M470 190 C520 170 520 110 470 104 C440 102 430 130 446 150" />
      </>
    ) : (
      <>
        <Line d="M110 250 H430" />
        <Eight y={206} />
        <Part d="M220 120 H320 V164 H220 Z" />
        <Part d="M252 40 H288 V120 H252 Z" />
        {how === 'connector' ? (
          <Line d="M196 70 C220 60 236 66 250 76 M344 70 C320 60 304 66 290 76" />
        ) : (
          <Line d="M160 130 C184 122 200 130 218 140 M380 130 C356 122 340 130 322 140" />
        )}
      </>
    ),
  look: ({ of }) => (
    <>
      <Part d="M270 34 a116 116 0 1 0 1 0" />
      {of === 'face' ? (
        <>
          <Fine d="M270 74 a76 76 0 1 0 1 0" />
          <circle cx="270" cy="150" r="12" className={css.dot} />
        </>
      ) : (
        <Glass d="M160 150 H300" />
      )}
      <Line d="M352 232 L420 290" />
    </>
  ),
  splice: () => (
    <>
      <Fiber to={120} />
      <Glass d="M120 150 H264 M276 150 H420" />
      <path d="M420 150 H524" className={css.fiber} />
      <Part d="M270 112 L254 40 H286 Z" />
      <Part d="M270 188 L254 260 H286 Z" />
      <path d="M270 118 L262 140 H278 L270 182" className={css.warm} />
    </>
  ),
  sleeve: () => (
    <>
      <Fiber to={190} />
      <Glass d="M190 150 H350" />
      <path d="M350 150 H524" className={css.fiber} />
      <Part d="M60 124 H190 V176 H60 Z" />
      <Fine d="M60 166 H190" />
      <Way d="M120 92 H300" />
    </>
  ),
  heat: () => (
    <>
      <path d="M16 150 H524" className={css.fiber} />
      <Part d="M170 122 H370 V178 H170 Z" />
      <Heat />
    </>
  ),
  cool: () => (
    <>
      <path d="M16 150 H524" className={css.fiber} />
      <Part d="M170 122 H370 V178 H170 Z" />
      <Line d="M120 204 H420" />
      <path d="M270 26 V92 M242 43 L298 76 M298 43 L242 76" className={css.trace} />
    </>
  ),
  pull: ({ how }) => (
    <>
      <Fiber to={520} />
      <path d="M140 140 C200 100 260 90 320 66 M140 160 C200 200 260 210 320 234" className={css.yarn} />
      {how === 'twist' ? (
        <Way d="M350 60 C420 60 420 240 350 236" />
      ) : (
        <>
          <Way d="M330 62 L410 36" />
          <Way d="M330 238 L410 264" />
        </>
      )}
    </>
  ),
  'set-up': () => (
    <>
      <Part d="M150 70 H390 V230 H150 Z" />
      <Line d="M270 104 a46 46 0 1 0 1 0 M270 150 L300 122" />
      <circle cx="356" cy="96" r="9" className={css.dot} />
    </>
  ),
  route: ({ how }) => (
    <>
      <Part d="M130 50 H410 V250 H130 Z" />
      <Way
        d={
          how === 'counterclockwise'
            ? 'M350 90 C200 60 160 150 200 200 C250 240 360 220 360 150'
            : 'M190 90 C340 60 380 150 340 200 C290 240 180 220 180 150'
        }
      />
    </>
  ),
  bin: () => (
    <>
      <Part d="M190 130 H350 L334 270 H206 Z" />
      <Line d="M180 130 L330 70" />
      <Glass d="M340 30 L372 62" />
      <Way d="M372 74 C360 100 330 110 300 118" />
    </>
  ),
};

// Acts that only serve another, the more telling first.
const onTheWay: Act['does'][] = [
  'tool-load',
  'tool-unload',
  'cap-off',
  'cap-on',
  'light-on',
  'light-off',
  'wipe',
  'look',
  'set-up',
  'bin',
];

/** The act that a step is drawn by: what is done to the connector or fiber, rather than a cap, a light or a tool on the way. */
export function actDrawn(acts: readonly Act[] | null | undefined): Act | undefined {
  const rank = ({ does }: Act) => onTheWay.indexOf(does);
  return acts?.toSorted((a, b) => rank(a) - rank(b))[0];
}

/** What the hand does, drawn in lines, with the die, notch or side that is set. */
export function HandAct({ act, title }: { act: Act; title: string }) {
  return (
    <svg className={css.act} viewBox="0 0 540 300" role="img" aria-label={title} data-act={act.does}>
      <defs>
        <marker id="way" viewBox="0 0 10 10" refX="8" refY="5" markerWidth="5" markerHeight="5" orient="auto">
          <path d="M0 0 L10 5 L0 10 Z" className={css.head} />
        </marker>
      </defs>
      {drawings[act.does](act)}
      {act.with && (
        <text x="530" y="290" className={css.setting}>
          {act.with}
        </text>
      )}
    </svg>
  );
}

/** Every kind of act, for the page of parts. */
export const actKinds = Object.keys(drawings) as Act['does'][];
