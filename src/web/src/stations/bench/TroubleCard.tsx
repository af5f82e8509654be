import { Input } from 'antd';
import { useState } from 'react';
import type { Schemas } from '../../api/client';
import type { Intent } from '../../core/core';

/** Trouble: what was seen, and what the ladder proposes, why, what it costs and where the work goes on. */
export function TroubleCard({
  trouble,
  onAct,
  says,
}: {
  trouble: Schemas['TroubleView'];
  onAct: (intent: Intent) => Promise<void>;
  says: string;
}) {
  const [others, setOthers] = useState(false);
  const [reason, setReason] = useState('');
  const proposed = trouble.offers.find((offer) => offer.isProposed);
  const choose = (action: string) => void onAct({ kind: 'choose', action, reason: reason || undefined });
  return (
    <div className="trouble">
      <p className="count">
        {trouble.step}
        {trouble.read && `: ${trouble.read}`}
      </p>
      <h2 className="bad">{trouble.title}</h2>
      {proposed && (
        <div className="proposal">
          <h3>{proposed.title}</h3>
          <p>{proposed.why}</p>
          <p className="cost">
            {proposed.cost}
            {proposed.goes && ` · ${proposed.goes}`}
          </p>
        </div>
      )}
      {says && (
        <p role="alert" className="bad">
          {says}
        </p>
      )}
      <div className="grow" />
      {proposed && !others && (
        <button className="main-action" onClick={() => choose(proposed.action)}>
          {proposed.title}
        </button>
      )}
      {!others && (
        <button className="button" onClick={() => setOthers(true)}>
          Another way
        </button>
      )}
      {others && (
        <>
          <label>
            Why another way
            <Input value={reason} onChange={(event) => setReason(event.target.value)} />
          </label>
          {trouble.offers
            .filter((offer) => !offer.isProposed)
            .map((offer) => (
              <button className="button tall" key={offer.action} disabled={!!offer.barred} onClick={() => choose(offer.action)}>
                {offer.title}
                <small>{offer.barred || offer.cost}</small>
              </button>
            ))}
          <button className="button" onClick={() => setOthers(false)}>
            Back to the proposal
          </button>
        </>
      )}
    </div>
  );
}
