import type { Schemas } from '../api/client';
import { say } from '../shell/words';
import css from './LimitAxis.module.css';

type Mark = Schemas['FaceViewFinding'];

/** Each mark as its share of its own limit on one axis, 100 % a line, the decisive first. A mark and its place in the picture point at each other. */
export function LimitAxis({ marks, picked, onPick }: { marks: Mark[]; picked?: number; onPick: (mark: number) => void }) {
  const at = (share: number) => `${share * 50}%`;
  return (
    <ol className={css.limitAxis} aria-label={say('verify.axis')}>
      {marks.map((mark) => (
        <li key={mark.number}>
          <button className={mark.tone} aria-pressed={picked === mark.number} onClick={() => onPick(mark.number)}>
            <b className="figures">{mark.number}</b>
            <span>{mark.says}</span>
            <span className="axis" aria-hidden>
              {mark.share != null && (
                <>
                  <i
                    className={css.sure}
                    style={{ left: at(mark.shareLow ?? 0), right: `calc(100% - ${at(mark.shareHigh ?? 0)})` }}
                  />
                  <i className={css.share} style={{ left: at(mark.share) }} />
                </>
              )}
            </span>
            <small>{mark.limit}</small>
          </button>
        </li>
      ))}
    </ol>
  );
}
