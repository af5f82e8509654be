import { Area, AreaChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { Schemas } from '../api/client';
import { say } from '../shell/words';
import { amountOf, shown } from './LossBar';
import css from './ExpectedCurve.module.css';

/** The distribution is told in steps of this many dB. */
const step = 0.01;

interface Props {
  wavelength: number;
  expected: Schemas['ExpectedLossAnswer'];
  limit: string;
  worst: string | null;
}

/** What links like this one lose, with the limit and this link's worse reading on it. */
export default function ExpectedCurve({ wavelength, expected, limit, worst }: Props) {
  const from = amountOf(expected.from);
  const most = Math.max(amountOf(limit), worst ? amountOf(worst) : 0) * 1.1;
  const points = expected.shares
    .map((share, at) => ({ loss: from + at * step, share }))
    .filter(({ loss }) => loss >= 0 && loss <= most);
  return (
    <figure
      className={css.curve}
      data-part="expected-curve"
      role="img"
      aria-label={say('run.curve', { wavelength, low: shown(expected.low), high: shown(expected.high) })}
    >
      <ResponsiveContainer width="100%" height={120}>
        <AreaChart data={points} margin={{ top: 18, right: 12, bottom: 0, left: 12 }} accessibilityLayer={false}>
          <XAxis
            dataKey="loss"
            type="number"
            domain={[0, most]}
            tickFormatter={(loss: number) => loss.toFixed(1)}
            stroke="var(--second)"
            tick={{ fill: 'var(--second)', fontSize: 14 }}
          />
          <YAxis hide domain={[0, 'dataMax']} />
          <Area dataKey="share" stroke="var(--ink)" fill="var(--lines)" isAnimationActive={false} />
          <ReferenceLine
            x={amountOf(limit)}
            stroke="var(--ember)"
            strokeWidth={3}
            label={{ value: say('run.limit'), position: 'top', fill: 'var(--ink)', fontSize: 14 }}
          />
          {worst && (
            <ReferenceLine
              x={Math.max(0, amountOf(worst))}
              stroke="var(--ink)"
              strokeWidth={2}
              strokeDasharray="4 3"
              label={{
                value: say('run.this-link', { loss: shown(worst) }),
                position: 'top',
                fill: 'var(--ink)',
                fontSize: 14,
              }}
            />
          )}
        </AreaChart>
      </ResponsiveContainer>
    </figure>
  );
}
