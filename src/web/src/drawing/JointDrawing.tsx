import { useRef, type PointerEvent } from 'react';
import { say } from '../shell/words';
import css from './JointDrawing.module.css';

/** A joint as it is drawn and dragged: offset and gap in micrometers, tilt in degrees. */
export interface JointShape {
  offset: number;
  gap: number;
  tilt: number;
}

interface Props {
  shape: JointShape;
  /** Diameters of what carries the light, micrometers. */
  from: number;
  to: number;
  isTilting: boolean;
  most: JointShape;
  onChange: (shape: JointShape) => void;
}

const width = 920;
const height = 330;
const middle = { x: 400, y: 165 };
const cladding = 260;
/** What carries the light is drawn this high, whatever the fiber. */
const lightHeight = 96;
/** A gap is drawn larger than an offset is: 100 µm fill the space. */
const gapScale = 2.4;
const pivot = 300;

const round = (value: number, places: number) => Math.round(value * 10 ** places) / 10 ** places;
const within = (value: number, most: number) => Math.min(most, Math.max(0, value));

/** Two fibers from the side. The right one is dragged up and down for offset, sideways for the gap; its end turns it. */
export function JointDrawing({ shape, from, to, isTilting, most, onChange }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const grip = useRef<{ x: number; y: number; shape: JointShape; isTurn: boolean }>(undefined);
  const scale = lightHeight / Math.max(from, to);
  const at = (event: PointerEvent) => {
    const box = svg.current!.getBoundingClientRect();
    return { x: ((event.clientX - box.left) * width) / box.width, y: ((event.clientY - box.top) * height) / box.height };
  };
  const take = (isTurn: boolean) => (event: PointerEvent<SVGElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    grip.current = { ...at(event), shape, isTurn };
    event.stopPropagation();
  };
  const drag = (event: PointerEvent) => {
    const held = grip.current;
    if (!held) return;
    const { x, y } = at(event);
    if (held.isTurn) {
      const turned = held.shape.tilt + (Math.atan2(y - held.y, pivot) * 180) / Math.PI;
      onChange({ ...shape, tilt: round(within(turned, most.tilt), 1) });
    } else
      onChange({
        ...shape,
        offset: round(within(held.shape.offset + (y - held.y) / scale, most.offset), 2),
        gap: round(within(held.shape.gap + (x - held.x) / gapScale, most.gap), 1),
      });
  };
  const drop = () => (grip.current = undefined);
  const light = (diameter: number) => ({ y: -(diameter * scale) / 2, height: diameter * scale });
  const gap = Math.min(shape.gap * gapScale, width - middle.x - 60);
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${width} ${height}`}
      className={css.joint}
      role="img"
      aria-label={say('joint.drawing', { offset: `${shape.offset} µm`, tilt: `${shape.tilt}°`, gap: `${shape.gap} µm` })}
      onPointerMove={drag}
      onPointerUp={drop}
      onPointerCancel={drop}
    >
      <g transform={`translate(${middle.x} ${middle.y})`}>
        <rect x={-middle.x} y={-cladding / 2} width={middle.x} height={cladding} className={css.glass} />
        <rect x={-middle.x} {...light(from)} width={middle.x} className={css.light} />
        <line x1={-middle.x} x2={width} y1={0} y2={0} className={css.axis} />
      </g>
      <g
        transform={`translate(${middle.x + gap} ${middle.y + shape.offset * scale}) rotate(${shape.tilt})`}
        className={css.held}
        onPointerDown={take(false)}
      >
        <rect x={0} y={-cladding / 2} width={width} height={cladding} className={css.glass} />
        <rect x={0} {...light(to)} width={width} className={css.lightIn} />
        <line x1={0} x2={width} y1={0} y2={0} className={css.axis} />
        {isTilting && (
          <g transform={`translate(${pivot} 0)`} className={css.turn} onPointerDown={take(true)}>
            <circle r={30} />
            <path d="M -6 -14 L 0 -22 L 6 -14 M 0 -22 L 0 22 M -6 14 L 0 22 L 6 14" />
          </g>
        )}
      </g>
    </svg>
  );
}
