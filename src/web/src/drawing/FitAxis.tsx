import type { Schemas } from '../api/client';
import { say } from '../shell/words';
import css from './FitAxis.module.css';
import benchLineCss from './BenchLine.module.css';

const width = 640;

/** The bow on its axis: the window that is good, the bow as the dimensions give it, and the worst the tolerances may make of it. */
export function FitAxis({ axis }: { axis: Schemas['ToleranceAxis'] }) {
  const x = (mm: number) => ((mm - axis.from) / (axis.to - axis.from)) * width;
  return (
    <svg className={css.fitAxis} viewBox={`0 0 ${width} 84`} role="img" aria-label={say('fit.axis')}>
      <rect className="window" x={x(axis.least)} width={x(axis.most) - x(axis.least)} y={14} height={32} />
      <line className="worst" x1={x(axis.worstLeast)} x2={x(axis.worstMost)} y1={30} y2={30} />
      {[axis.worstLeast, axis.worstMost].map((at) => (
        <line key={at} className="worst" x1={x(at)} x2={x(at)} y1={22} y2={38} />
      ))}
      <circle className="bow" cx={x(axis.bow)} cy={30} r={7} />
      {axis.ticks.map((tick) => (
        <text key={tick.at} className={benchLineCss.tickLabel} x={x(tick.at)} y={70}>
          {tick.label}
        </text>
      ))}
    </svg>
  );
}
