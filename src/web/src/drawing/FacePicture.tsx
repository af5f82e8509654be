import { useState } from 'react';
import type { Schemas } from '../api/client';
import css from './FacePicture.module.css';

type View = Schemas['FaceView'];

interface Props {
  address: string;
  width: number;
  height: number;
  view: View;
  says: string;
  hasRings: boolean;
  hasMarks: boolean;
  picked?: number;
  closeness: number;
  onPick: (mark: number) => void;
}

const margin = 1.12;
// Each zone's name a sixth of a turn on from the one before, so that none lies on another, nor on the buttons below.
const labelTurn = (zone: number) => ((zone - 1) * Math.PI) / 3;

/** Which way a mark's number stands off it: away from the mark beside it, if that is near. */
function labelSide(mark: View['marks'][number], marks: View['marks'], near: number): { x: number; y: number } {
  const apart = (other: typeof mark) => Math.hypot(mark.x - other.x, mark.y - other.y) || Infinity;
  const beside = marks.reduce((best, other) => (apart(other) < apart(best) ? other : best), mark);
  const distance = apart(beside);
  return distance > near + mark.reach + beside.reach
    ? { x: 1, y: 0 }
    : { x: (mark.x - beside.x) / distance, y: (mark.y - beside.y) / distance };
}

/** The end face as it was taken, its zones and marks drawn over it. Drags to move; what is shown is chosen outside. */
export function FacePicture({ address, width, height, view, says, hasRings, hasMarks, picked, closeness, onPick }: Props) {
  const [moved, setMoved] = useState({ x: 0, y: 0 });
  const outer = view.rings.at(-1);
  const side = outer ? Math.min(2 * outer.radius * margin, Math.max(width, height)) : Math.max(width, height);
  const w = side / closeness;
  const left = (outer?.x ?? width / 2) - w / 2 + moved.x;
  const top = (outer?.y ?? height / 2) - w / 2 + moved.y;
  const unit = w / 100;
  return (
    <svg
      className={css.face}
      data-part="face"
      viewBox={`${left} ${top} ${w} ${w}`}
      role="img"
      aria-label={says}
      onPointerMove={(event) => {
        if (event.buttons !== 1) return;
        const scale = w / event.currentTarget.clientWidth;
        setMoved(({ x, y }) => ({ x: x - event.movementX * scale, y: y - event.movementY * scale }));
      }}
    >
      <image href={address} width={width} height={height} />
      {hasRings &&
        view.rings.map((ring, index) => (
          <g key={ring.name} className="zone">
            <circle cx={ring.x} cy={ring.y} r={ring.radius} strokeWidth={unit * 0.3} strokeDasharray={`${unit} ${unit}`} />
            <text
              x={ring.x + (ring.radius + unit * 2) * Math.sin(labelTurn(index))}
              y={ring.y - (ring.radius + unit * 2) * Math.cos(labelTurn(index)) + unit}
              fontSize={unit * 3}
              strokeWidth={unit * 0.8}
            >
              {ring.name}
            </text>
          </g>
        ))}
      {hasMarks &&
        view.marks.map((mark) => {
          const side = labelSide(mark, view.marks, unit * 9);
          const off = mark.reach + unit * 3.2;
          return (
            <g
              key={mark.number}
              className={`mark ${mark.tone} ${picked === mark.number ? 'picked' : ''}`}
              onClick={() => onPick(mark.number)}
            >
              <circle cx={mark.x} cy={mark.y} r={mark.reach + unit} strokeWidth={unit * (picked === mark.number ? 0.8 : 0.4)} />
              <text
                x={mark.x + side.x * off}
                y={mark.y + side.y * off + unit * 1.2}
                textAnchor="middle"
                fontSize={unit * 3.6}
                strokeWidth={unit * 0.9}
              >
                {mark.number}
              </text>
            </g>
          );
        })}
      {view.bar && (
        <g className="bar">
          <line
            x1={left + w - unit * 4 - view.bar.length}
            x2={left + w - unit * 4}
            y1={top + w - unit * 4}
            y2={top + w - unit * 4}
            strokeWidth={unit * 0.5}
          />
          <text x={left + w - unit * 4 - view.bar.length / 2} y={top + w - unit * 5.4} fontSize={unit * 3}>
            {view.bar.says}
          </text>
        </g>
      )}
    </svg>
  );
}
