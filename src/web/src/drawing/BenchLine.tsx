import { memo, useState } from 'react';
import type { Schemas } from '../api/client';
import { say } from '../shell/words';
import css from './BenchLine.module.css';
import controls from '../parts/controls.module.css';

type Line = Schemas['LineDrawing'];

const width = 720;
const heights: Record<string, number> = {
  glass: 8,
  coating: 14,
  buffer: 30,
  aramid: 42,
  tube: 34,
  jacket: 50,
  sheath: 60,
  connector: 66,
  boot: 58,
  holder: 68,
  ribbon: 44,
};

const zooms = [1, 2, 4, 8];

/** The cable end to scale, now and after the step. Every position comes from the core; here it is only scaled to the screen. */
export const BenchLine = memo(
  DrawnLine,
  (before, now) =>
    before.line === now.line && before.figure?.value === now.figure?.value && before.figure?.standing === now.figure?.standing,
);

function DrawnLine({ line, figure }: { line: Line; figure?: Schemas['FigureView'] | null }) {
  const [zoom, setZoom] = useState(1);
  // Seen closer, the mark that is worked at stays in the middle.
  const reach = (line.to - line.from) / zoom;
  const middle = line.span ? (line.span.zero === line.span.from ? line.span.to : line.span.from) : line.from + reach / 2;
  const from = Math.min(Math.max(middle - reach / 2, line.from), line.to - reach);
  const x = (mm: number) => ((mm - from) / reach) * width;
  return (
    <div className={css.benchLineFrame}>
      <div className={`${css.zoom} no-print`} role="group" aria-label={say('line.zoom')}>
        {([-1, 1] as const).map((way) => {
          const next = zooms[zooms.indexOf(zoom) + way];
          return (
            <button
              key={way}
              className={controls.button}
              disabled={!next}
              aria-label={say(way < 0 ? 'line.farther' : 'line.closer')}
              onClick={() => setZoom(next!)}
            >
              {way < 0 ? '−' : '+'}
            </button>
          );
        })}
      </div>
      <svg className={css.benchLine} viewBox={`0 0 ${width} 380`} role="img" aria-label={say('line.name')}>
        <defs>
          <pattern id="aramid" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(20)">
            <path d="M0 2 H8 M0 6 H8" className={css.yarn} />
          </pattern>
        </defs>
        <path d={line.ticks.map((tick) => `M${x(tick.at)} 30v${tick.rank * 6}`).join('')} className={css.tick} />
        {line.ticks
          .filter((tick) => tick.label)
          .map((tick) => (
            <text key={tick.at} x={x(tick.at)} y={20} className={css.tickLabel}>
              {tick.label}
            </text>
          ))}
        <Row segments={line.now} x={x} middle={120} />
        {line.bites.map((bite, index) => (
          <g key={bite}>
            <line x1={x(bite)} x2={x(bite)} y1={92} y2={148} className={css.bite} />
            <text x={(x(bite) + x(line.bites[index - 1] ?? 0)) / 2} y={86} className={css.biteLabel}>
              {index + 1}
            </text>
          </g>
        ))}
        {line.span && figure && (
          <g className={css.span}>
            <line x1={x(line.span.from)} x2={x(line.span.to)} y1={178} y2={178} />
            {[line.span.from, line.span.to].map((at) => (
              <line key={at} x1={x(at)} x2={x(at)} y1={at === line.span!.zero ? 168 : 84} y2={190} />
            ))}
            <text x={Math.min(Math.max((x(line.span.from) + x(line.span.to)) / 2, 130), width - 130)} y={242} className="figure">
              {figure.value} <tspan className="unit">{figure.unit}</tspan>
            </text>
            <text
              x={Math.min(Math.max((x(line.span.from) + x(line.span.to)) / 2, 260), width - 260)}
              y={272}
              className={css.note}
            >
              {figure.note} · {figure.other}
            </text>
            {figure.standing && (
              <text
                x={Math.min(Math.max((x(line.span.from) + x(line.span.to)) / 2, 130), width - 130)}
                y={292}
                className={css.standing}
              >
                {figure.standing}
              </text>
            )}
          </g>
        )}
        <text x={4} y={305} className="then">
          {say('line.then')}
        </text>
        <Row segments={line.after} x={x} middle={344} />
        <text x={width - 4} y={305} textAnchor="end" className="then">
          {say('line.closet')}
        </text>
      </svg>
    </div>
  );
}

function Row({ segments, x, middle }: { segments: Line['now']; x: (mm: number) => number; middle: number }) {
  return segments.map((segment) => {
    const height = heights[segment.what] ?? 20;
    return (
      <rect
        key={segment.what}
        className={`${css.segment} ${segment.what}`}
        x={x(segment.from)}
        width={x(segment.to) - x(segment.from)}
        y={middle - height / 2}
        height={height}
        rx={segment.what === 'boot' ? 8 : 1}
      />
    );
  });
}
