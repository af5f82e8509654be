import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { boxWidth, layoutOf, mapWidth, type Run } from './mapLayout';
import css from './JobMap.module.css';

/** A cable on the map: between which closets, and how much of it is done. */
export interface MapCable {
  id: string;
  name: string;
  near: string;
  far: string;
  /** Shares of its ends, 0 to 1: those that are done, and those that want help. */
  done: number;
  trouble: number;
  says: string;
}

/** Few cables have room; many lie closer. */
const few = 8;

function pathOf({ x1, y1, x2, y2, isBulge }: Run) {
  if (isBulge) return `M${x1} ${y1} C${x1 + 120} ${y1} ${x2 + 120} ${y2} ${x2} ${y2}`;
  const bend = (x2 - x1) / 3;
  return `M${x1} ${y1} C${x1 + bend} ${y1} ${x2 - bend} ${y2} ${x2} ${y2}`;
}

/** A job as a map: its closets, and the cables between them as far as they are done. A drawing of who is joined to whom, not of where they stand. */
export function JobMap({ cables, name }: { cables: MapCable[]; name: string }) {
  const go = useNavigate();
  const { closets, runs, height } = useMemo(() => layoutOf(cables, cables.length > few ? 34 : 52), [cables]);
  return (
    <svg className={css.map} viewBox={`-2 -20 ${mapWidth + 4} ${height + 24}`} role="group" aria-label={name}>
      {cables.map((cable) => {
        const run = runs.get(cable.id)!;
        const line = pathOf(run);
        const open = () => void go(`/proof/${cable.id}`);
        return (
          <g
            key={cable.id}
            className={css.cable}
            role="link"
            tabIndex={0}
            aria-label={`${cable.name}: ${cable.says}`}
            onClick={open}
            onKeyDown={(event) => event.key === 'Enter' && open()}
          >
            <path d={line} className={css.reach} />
            <path d={line} className={css.sheath} />
            <path d={line} className={css.done} pathLength={1} strokeDasharray={`${cable.done} 1`} />
            {cable.trouble > 0 && (
              <path d={line} className={css.trouble} pathLength={1} strokeDasharray={`0 ${cable.done} ${cable.trouble} 1`} />
            )}
            <text x={run.x1 + 12} y={run.y1 - 9}>
              {cable.name}
            </text>
          </g>
        );
      })}
      {[...closets].map(([closet, { x, y, height: tall }]) => (
        <g key={closet} className={css.closet}>
          <rect x={x} y={y} width={boxWidth} height={tall} rx={8} />
          <text x={x + boxWidth / 2} y={y + tall / 2 + 6}>
            {closet}
          </text>
        </g>
      ))}
    </svg>
  );
}
