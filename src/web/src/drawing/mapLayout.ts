/** A cable between two closets. */
interface Between {
  id: string;
  near: string;
  far: string;
}

/** Where a cable is drawn: from where to where, and whether it only bulges out of one column. */
export interface Run {
  x1: number;
  y1: number;
  x2: number;
  y2: number;
  isBulge: boolean;
}

export interface Box {
  x: number;
  y: number;
  height: number;
}

export interface MapLayout {
  closets: Map<string, Box>;
  runs: Map<string, Run>;
  height: number;
}

export const mapWidth = 1060;
export const boxWidth = 150;
/** Room beside the last column, for cables between two closets of one column. */
const bulgeRoom = 110;
const between = 22;

/** Closets in columns, by how many cables lie between them and the first: the one that most cables come from. */
function columnsOf(cables: Between[]): string[][] {
  const ends = new Map<string, number>();
  for (const { near, far } of cables) {
    // Of two with as many cables the near end comes first.
    ends.set(near, (ends.get(near) ?? 0) + 1.01);
    ends.set(far, (ends.get(far) ?? 0) + 1);
  }
  const left = [...ends.keys()].sort((a, b) => ends.get(b)! - ends.get(a)! || a.localeCompare(b));
  const columns: string[][] = [];
  let reached = left.slice(0, 1);
  while (left.length > 0) {
    columns.push(reached.length > 0 ? reached : [left[0]!]);
    const last = columns.at(-1)!;
    for (const closet of last) left.splice(left.indexOf(closet), 1);
    reached = left.filter((closet) =>
      cables.some(({ near, far }) => last.includes(near === closet ? far : far === closet ? near : '')),
    );
  }
  return columns;
}

/**
 * Places closets and cables so that few cross: every cable has a lane of its own at each closet, on the side where it goes,
 * in the order of the closets it goes to.
 * @param lane height of a lane
 */
export function layoutOf(cables: Between[], lane: number): MapLayout {
  const columns = columnsOf(cables);
  const columnOf = new Map(columns.flatMap((column, at) => column.map((closet) => [closet, at] as const)));
  const sideOf = (closet: string, other: string) => (columnOf.get(other)! < columnOf.get(closet)! ? 'left' : 'right');
  const meets = (closet: string, side: string) =>
    cables
      .filter(({ near, far }) => near === closet || far === closet)
      .flatMap((cable) =>
        cable.near === cable.far
          ? side === 'right'
            ? [cable, cable]
            : []
          : sideOf(closet, cable.near === closet ? cable.far : cable.near) === side
            ? [cable]
            : [],
      );
  const isBulging = cables.some(({ near, far }) => columnOf.get(near) === columnOf.get(far));
  const room = mapWidth - boxWidth - (isBulging ? bulgeRoom : 0);
  const closets = new Map<string, Box>();
  const middle = (closet: string) => {
    const box = closets.get(closet);
    return box ? box.y + box.height / 2 : 0;
  };
  let height = 0;
  columns.forEach((column, at) => {
    // A closet stands beside those of the column before that it is joined to.
    const pull = (closet: string) => {
      const joined = meets(closet, 'left').map(({ near, far }) => middle(near === closet ? far : near));
      return joined.length > 0 ? joined.reduce((sum, y) => sum + y, 0) / joined.length : 0;
    };
    let y = 0;
    for (const closet of [...column].sort((a, b) => pull(a) - pull(b))) {
      const tall = Math.max(1, meets(closet, 'left').length, meets(closet, 'right').length) * lane;
      closets.set(closet, { x: columns.length === 1 ? 0 : (at * room) / (columns.length - 1), y, height: tall });
      y += tall + between;
    }
    height = Math.max(height, y - between);
  });
  const ends = new Map<string, { x: number; y: number }[]>();
  for (const [closet, box] of closets)
    for (const side of ['left', 'right']) {
      const here = meets(closet, side).sort(
        (a, b) =>
          middle(a.near === closet ? a.far : a.near) - middle(b.near === closet ? b.far : b.near) || a.id.localeCompare(b.id),
      );
      here.forEach((cable, at) => {
        const x = side === 'left' ? box.x : box.x + boxWidth;
        const y = box.y + ((at + 0.5) * box.height) / here.length;
        ends.set(cable.id, [...(ends.get(cable.id) ?? []), { x, y }]);
      });
    }
  const runs = new Map(
    cables.map(({ id, near, far }) => {
      const [a, b] = ends.get(id)!.sort((one, other) => one.x - other.x || one.y - other.y) as [Point, Point];
      return [id, { x1: a.x, y1: a.y, x2: b.x, y2: b.y, isBulge: columnOf.get(near) === columnOf.get(far) }];
    }),
  );
  return { closets, runs, height };
}

interface Point {
  x: number;
  y: number;
}
