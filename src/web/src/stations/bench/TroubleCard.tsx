import { Input } from 'antd';
import { useState } from 'react';
import type { Schemas } from '../../api/client';
import type { Intent } from '../../core/core';
import { Reading } from '../../parts/Reading';
import { FaultLine } from '../../shell/faults';
import { useKeys } from '../../shell/keys';
import { say } from '../../shell/words';
import stepCardCss from './StepCard.module.css';
import css from './TroubleCard.module.css';
import controls from '../../parts/controls.module.css';

interface Props {
  trouble: Schemas['TroubleView'];
  onAct: (intent: Intent, onlyThis?: boolean) => Promise<void>;
  /** Leaves the trouble for later and goes on with the others; missing when there are none. */
  onLater?: () => void;
  says: string;
}

/** Trouble: what was seen, and what the ladder proposes, why, what it costs and where the work goes on. */
export function TroubleCard({ trouble, onAct, onLater, says }: Props) {
  const proposed = trouble.offers.find((offer) => offer.isProposed);
  const rest = trouble.offers.filter((offer) => !offer.isProposed);
  const [others, setOthers] = useState(!proposed);
  const [reason, setReason] = useState('');
  const choose = (action: string) => void onAct({ kind: 'choose', action, reason: reason || undefined }, true);
  const take = () => (proposed && !others ? choose(proposed.action) : undefined);
  useKeys({
    done: take,
    'pedal-done': take,
    another: () => setOthers(!others || !proposed),
    later: onLater,
    choice: (number) => {
      const offer = rest[number - 1];
      if (others && offer && !offer.barred) choose(offer.action);
    },
  });
  return (
    <div className="trouble">
      <div className={stepCardCss.readPart}>
        <p className={stepCardCss.count}>
          {trouble.step}
          {trouble.read && `: ${trouble.read}`}
        </p>
        <h2 className="bad">{trouble.title}</h2>
        {proposed && !others && (
          <div className={css.proposal}>
            <h3>{proposed.title}</h3>
            <p>{proposed.why}</p>
            <p className={css.cost}>{proposed.cost}</p>
            {proposed.goes && <p className={css.cost}>{proposed.goes}</p>}
          </div>
        )}
        <FaultLine says={says} />
        {others && (
          <>
            <Reading question={say('bench.another-why')}>
              <Input value={reason} autoFocus onChange={(event) => setReason(event.target.value)} />
            </Reading>
            {rest.map((offer, index) => (
              <button
                className={`${controls.button} ${css.tall}`}
                key={offer.action}
                disabled={!!offer.barred}
                onClick={() => choose(offer.action)}
              >
                <span>
                  <kbd>{index + 1}</kbd> {offer.title}
                </span>
                <small>{offer.barred || [offer.cost, offer.goes].filter(Boolean).join(' · ')}</small>
              </button>
            ))}
          </>
        )}
      </div>
      <div className={stepCardCss.actPart}>
        {!others && proposed && (
          <button className={`${controls.mainAction} grow`} onClick={take}>
            {proposed.title}
          </button>
        )}
        <div className={`row ${css.halves}`}>
          {proposed && (
            <button className={controls.button} onClick={() => setOthers(!others)}>
              {say(others ? 'bench.back' : 'bench.another')}
            </button>
          )}
          {onLater && (
            <button className={controls.button} onClick={onLater}>
              {say('bench.later')}
            </button>
          )}
        </div>
      </div>
    </div>
  );
}
