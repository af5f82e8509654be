import { useNavigate } from 'react-router';
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

const [width, rowHeight, boxWidth, top] = [1060, 58, 150, 30];

/** Closets in columns, by how many cables lie between them and the first: the one that most cables come from. */
function columnsOf(cables: MapCable[]): string[][] {
  const ends = new Map<string, number>();
  for (const { near, far } of cables) {
    ends.set(near, (ends.get(near) ?? 0) + 1.01);
    ends.set(far, (ends.get(far) ?? 0) + 1);
  }
  const left = [...ends.keys()].sort((a, b) => ends.get(b)! - ends.get(a)! || a.localeCompare(b));
  const columns: string[][] = [];
  let reached = left.slice(0, 1);
  while (left.length > 0) {
    columns.push(reached.length > 0 ? reached : [left[0]!]);
    for (const closet of columns.at(-1)!) left.splice(left.indexOf(closet), 1);
    reached = left.filter((closet) =>
      cables.some(
        ({ near, far }) =>
          (near === closet && columns.at(-1)!.includes(far)) || (far === closet && columns.at(-1)!.includes(near)),
      ),
    );
  }
  return columns;
}

/** A job as a map: its closets, and the cables between them as far as they are done. A drawing of who is joined to whom, not of where they stand. */
export function JobMap({ cables, name }: { cables: MapCable[]; name: string }) {
  const go = useNavigate();
  const columns = columnsOf(cables);
  const lanes = new Map<string, number>();
  for (const { near, far } of cables) for (const closet of [near, far]) lanes.set(closet, (lanes.get(closet) ?? 0) + 1);
  const places = new Map<string, { x: number; y: number; height: number; used: number }>();
  let height = 0;
  columns.forEach((column, at) => {
    let y = top;
    for (const closet of column) {
      const tall = Math.max(1, lanes.get(closet)!) * rowHeight - 14;
      const x = columns.length === 1 ? 0 : (at * (width - boxWidth)) / (columns.length - 1);
      places.set(closet, { x, y, height: tall, used: 0 });
      y += tall + 22;
    }
    height = Math.max(height, y);
  });
  const lane = (closet: string) => {
    const place = places.get(closet)!;
    return place.y + (place.used++ + 0.5) * (place.height / lanes.get(closet)!);
  };
  return (
    <svg className={css.map} viewBox={`-2 ${top - 12} ${width + 4} ${height - top}`} role="group" aria-label={name}>
      {cables.map((cable) => {
        const [a, b] = [places.get(cable.near)!, places.get(cable.far)!];
        const isBackward = b.x < a.x;
        const [from, to] = isBackward ? [cable.far, cable.near] : [cable.near, cable.far];
        const [x1, x2] = [places.get(from)!.x + boxWidth, cable.near === cable.far ? a.x + boxWidth + 120 : places.get(to)!.x];
        const y1 = lane(from);
        const y2 = lane(to);
        const bend = (x2 - x1) / 3;
        const line = `M${x1} ${y1} C${x1 + bend} ${y1} ${x2 - bend} ${y2} ${x2} ${y2}`;
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
            <text x={(x1 + x2) / 2} y={(y1 + y2) / 2 - 9}>
              {cable.name}
            </text>
          </g>
        );
      })}
      {[...places].map(([closet, { x, y, height: tall }]) => (
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
