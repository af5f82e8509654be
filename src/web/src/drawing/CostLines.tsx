import css from './CostLines.module.css';

interface Props {
  /** So many that the totals are of. */
  ends: number;
  /** What each way costs before the first end, and for all of them. */
  lines: readonly { id: string; title: string; once: number; total: number }[];
}

const width = 900;
const height = 260;
const foot = 28;
const side = 70;
const apart = 20;
const colors = ['var(--ink)', 'var(--ember)', 'var(--moss)', 'var(--ochre)', 'var(--second)', 'var(--brick)'];

/** What each way costs by how many ends are made: a line from what it costs once. */
export function CostLines({ ends, lines }: Props) {
  const most = Math.max(...lines.map((line) => line.total)) * 1.05;
  const y = (amount: number) => height - foot - (amount / most) * (height - foot - 10);
  const marks = [0, 0.25, 0.5, 0.75, 1];
  // Names stand where their lines end, one under the other where those ends are close.
  const names: { id: string; at: number }[] = [];
  for (const line of [...lines].sort((a, b) => b.total - a.total))
    names.push({ id: line.id, at: Math.max(y(line.total), (names.at(-1)?.at ?? -apart) + apart) });
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      className={css.lines}
      aria-label={lines.map((line) => line.title).join(', ')}
    >
      {marks.map((mark) => (
        <g key={mark}>
          <line x1={side} x2={width - 120} y1={y(most * mark)} y2={y(most * mark)} className={css.grid} />
          <text x={side - 8} y={y(most * mark) + 5} textAnchor="end">
            {Math.round(most * mark).toLocaleString('en')}
          </text>
          <text x={side + (width - 120 - side) * mark} y={height - 6} textAnchor="middle">
            {Math.round(ends * mark)}
          </text>
        </g>
      ))}
      {lines.map((line, at) => (
        <g key={line.id}>
          <line
            x1={side}
            y1={y(line.once)}
            x2={width - 120}
            y2={y(line.total)}
            stroke={colors[at % colors.length]}
            strokeWidth={at === 0 ? 4 : 2.5}
          />
          <text
            x={width - 112}
            y={names.find(({ id }) => id === line.id)!.at + 5}
            fill={colors[at % colors.length]}
            className={css.name}
          >
            {line.id}
          </text>
        </g>
      ))}
    </svg>
  );
}
