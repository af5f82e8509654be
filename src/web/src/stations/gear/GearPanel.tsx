import { useQuery } from '@tanstack/react-query';
import { Input, InputNumber } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, got, type Schemas } from '../../api/client';
import type { GearDeed } from '../../core/core';
import type { GearShown } from '../../core/gearSession';
import { KitPart } from '../../drawing/KitPart';
import { useGearDeed } from '../../parts/useGearDeed';
import { SidePanel } from '../../parts/SidePanel';
import { FaultLine } from '../../shell/faults';
import { say, type Key } from '../../shell/words';
import { GearForm } from './GearForm';
import { GearBar, StockBar } from './GearTile';
import css from './GearPanel.module.css';
import controls from '../../parts/controls.module.css';

interface Props {
  gear: Schemas['GearLine'];
  alarm?: string;
  kit: GearShown;
  person: string;
  mayWork: boolean;
  mayRelease: boolean;
  isInHand: boolean;
  onClose: () => void;
}

/** One tool or lot: what it stands at, what can be done with it, and the strands that it served. */
export function GearPanel({ gear, alarm, kit, person, mayWork, mayRelease, isInHand, onClose }: Props) {
  const [reason, setReason] = useState('');
  const { act, says } = useGearDeed(person);
  const [isChanging, setChanging] = useState(false);
  const [counted, setCounted] = useState<number | null>(null);
  const stock = kit.kinds.find((kind) => kind.id === gear.card.gear)?.stock;
  const { session } = kit;
  const strands = useQuery({
    queryKey: ['gear-strands', gear.id],
    queryFn: () => got(api.GET('/api/v1/gear/{id}/strands', { params: { path: { id: gear.id } } })),
    retry: false,
  });
  const on = async (deed: GearDeed) => {
    if (await act(gear.id, deed)) setReason('');
  };
  if (isChanging) return <GearForm kit={kit} person={person} gear={gear} onClose={() => setChanging(false)} />;
  const isThere = gear.standing !== 'gone';
  return (
    <SidePanel title={gear.card.name} onClose={onClose}>
      <div className={css.head}>
        <KitPart line={{ shape: gear.shape }} />
        <p>
          {gear.kind} · <b className="figures">{gear.card.code}</b>
          {gear.card.setting && ` · ${gear.card.setting}`}
        </p>
      </div>
      {alarm && <p className={css.due}>{alarm}</p>}
      {gear.says.map((says) => (
        <p key={says} className={css[gear.standing]}>
          {says}
        </p>
      ))}
      {gear.wears.map((wear) => (
        <div key={wear.counter} className={css.wear}>
          <GearBar wear={wear} />
          {mayWork && isThere && (
            <span className={css.actions}>
              {wear.turns > 1 && (
                <button
                  type="button"
                  className={controls.button}
                  onClick={() => void on({ kind: 'gear-renewed', counter: wear.counter, isNew: false })}
                >
                  {say('gear.turned')}
                </button>
              )}
              <button
                type="button"
                className={controls.button}
                onClick={() => void on({ kind: 'gear-renewed', counter: wear.counter, isNew: true })}
              >
                {say('gear.new-part', { part: wear.part })}
              </button>
            </span>
          )}
        </div>
      ))}
      {stock && (
        <div className={css.wear}>
          {gear.stock && <StockBar stock={gear.stock} />}
          {mayWork && isThere && (
            <form
              className={css.count}
              onSubmit={(event) => {
                event.preventDefault();
                if (counted !== null) void on({ kind: 'gear-counted', amount: counted }).then(() => setCounted(null));
              }}
            >
              <InputNumber
                aria-label={say('gear.count')}
                placeholder={say('gear.count')}
                suffix={say(`unit.${stock.unit}` as Key)}
                min={0}
                max={1_000_000}
                value={counted}
                onChange={setCounted}
                className="figures"
              />
              <button type="submit" className={controls.button} disabled={counted === null}>
                {say('gear.count-keep')}
              </button>
            </form>
          )}
        </div>
      )}
      {gear.isChecked && (
        <p>
          {gear.checked
            ? say('gear.checked-at', {
                when: new Date(gear.checked.at).toLocaleString('en', { dateStyle: 'medium', timeStyle: 'short' }),
              })
            : say('gear.check-never')}
        </p>
      )}
      {mayWork && isThere && (
        <>
          <div className={css.actions}>
            {session && (
              <button
                type="button"
                className={controls.button}
                aria-pressed={isInHand}
                onClick={() => void on({ kind: 'take-up', isTaken: !isInHand })}
              >
                {say(isInHand ? 'gear.put-down' : 'gear.take-up')}
              </button>
            )}
            {gear.isChecked &&
              [true, false].map((isGood) => (
                <button
                  key={String(isGood)}
                  type="button"
                  className={controls.button}
                  onClick={() =>
                    on({
                      kind: 'gear-checked',
                      isGood,
                      place: session?.place ?? null,
                      temperature: session?.temperature ?? null,
                      note: null,
                    })
                  }
                >
                  {say(isGood ? 'gear.said-good' : 'gear.said-bad')}
                </button>
              ))}
            <button type="button" className={controls.button} onClick={() => setChanging(true)}>
              {say('gear.change')}
            </button>
          </div>
          <form className={css.reason} onSubmit={(event) => event.preventDefault()}>
            <Input
              aria-label={say('gear.reason')}
              placeholder={say('gear.reason')}
              maxLength={500}
              value={reason}
              onChange={(event) => setReason(event.target.value)}
            />
            <span className={css.actions}>
              {gear.standing === 'aside' ? (
                mayRelease && (
                  <button type="button" className={controls.button} onClick={() => void on({ kind: 'gear-released', reason })}>
                    {say('gear.release')}
                  </button>
                )
              ) : (
                <button type="button" className={controls.button} onClick={() => void on({ kind: 'gear-quarantined', reason })}>
                  {say('gear.set-aside')}
                </button>
              )}
              <button type="button" className={controls.button} onClick={() => void on({ kind: 'gear-retired', reason })}>
                {say('gear.gone-for-good')}
              </button>
            </span>
          </form>
        </>
      )}
      <FaultLine says={says} />
      <h3>{say('gear.served')}</h3>
      {strands.isError && <p>{say('gear.served-away')}</p>}
      {strands.data?.length === 0 && <p>{say('gear.served-none')}</p>}
      <ul className={css.served}>
        {strands.data?.map((strand) => (
          <li key={strand.termination}>
            <Link to={`/story/${strand.termination}`}>
              <span className="figures">{strand.label}</span>
            </Link>
            <small>{strand.job}</small>
            <span>
              {strand.outcome
                ? say(strand.outcome === 'accepted' ? 'gear.outcome-accepted' : 'gear.outcome-cut')
                : say('gear.outcome-open')}
            </span>
          </li>
        ))}
      </ul>
    </SidePanel>
  );
}
