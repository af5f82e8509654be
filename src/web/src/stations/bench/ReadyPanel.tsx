import { Input, InputNumber } from 'antd';
import { useState } from 'react';
import { api, got, type Schemas } from '../../api/client';
import { bringGear } from '../../core/bench';
import type { ReadyShown } from '../../core/gearSession';
import { useGearDeed } from '../../parts/useGearDeed';
import { ScanCode } from '../../parts/ScanCode';
import { SidePanel } from '../../parts/SidePanel';
import { useInstruments } from '../../parts/useInstruments';
import { FaultLine } from '../../shell/faults';
import { whyNotKept } from '../../shell/record';
import { say } from '../../shell/words';
import css from './ReadyPanel.module.css';
import controls from '../../parts/controls.module.css';

interface Props {
  shown: ReadyShown;
  /** That the work is for. */
  job: string;
  /** Where the panel of this end is: most often one works there. */
  closet: string;
  person: string;
  /** May say for the crew what stops and what warns. */
  mayDecide: boolean;
  onDecided: () => void;
  onClose: () => void;
}

/** The ready check of a work session: where one is, what is in hand, and what stands. */
export function ReadyPanel({ shown, job, closet, person, mayDecide, onDecided, onClose }: Props) {
  const { session, ready, crews } = shown;
  const [place, setPlace] = useState(closet);
  const [air, setAir] = useState<number | null>(null);
  const [code, setCode] = useState('');
  const { act, says, setSays } = useGearDeed(person);
  const instruments = useInstruments().data?.filter((one) => one.isThere) ?? [];
  const airOf = async () => {
    try {
      setAir(Number.parseFloat((await got(api.GET('/api/v1/instruments/splicer'))).temperature));
      setSays('');
    } catch (error) {
      setSays((error as Error).message);
    }
  };
  if (!session || !ready) {
    return (
      <SidePanel title={say('ready.title')} onClose={onClose}>
        <form
          className={css.place}
          onSubmit={(event) => {
            event.preventDefault();
            const temperature = air === null ? null : `${air} °C`;
            void act(null, { kind: 'session-begun', place: place.trim(), job, temperature });
          }}
        >
          <p>{say('ready.where-why')}</p>
          <Input
            aria-label={say('ready.where')}
            placeholder={say('ready.where')}
            maxLength={60}
            value={place}
            onChange={(event) => setPlace(event.target.value)}
          />
          <InputNumber
            aria-label={say('ready.air')}
            placeholder={say('ready.air')}
            min={-60}
            max={60}
            value={air}
            onChange={setAir}
            className={css.air}
          />
          {instruments.some((one) => one.kind === 'splicer') && (
            <button type="button" className={controls.button} onClick={() => void airOf()}>
              {say('ready.air-splicer')}
            </button>
          )}
          <button type="submit" className={controls.mainLower} disabled={place.trim() === ''}>
            {say('ready.begin')}
          </button>
          <FaultLine says={says} />
        </form>
      </SidePanel>
    );
  }
  const all = ready.lines.flatMap((line) => line.gear);
  const take = (gear: Schemas['GearLine']) => act(gear.id, { kind: 'take-up', isTaken: true });
  const decide = async ({ id, stops }: Schemas['ReadyLine']) => {
    try {
      for (const crew of crews)
        await got(api.PUT('/api/v1/crews/{id}/ready', { params: { path: { id: crew.id } }, body: { item: id, stops: !stops } }));
      await bringGear();
      onDecided();
    } catch (error) {
      setSays(whyNotKept(error));
    }
  };
  const takeByCode = async (read: string) => {
    const wanted = read.trim().toLowerCase();
    const gear = all.find((one) => one.card.code.toLowerCase() === wanted);
    if (!gear) return setSays(say('ready.no-code', { code: read.trim() }));
    if (await take(gear)) setCode('');
    return undefined;
  };
  return (
    <SidePanel title={say('ready.title')} onClose={onClose} isWide>
      <div className={css.here}>
        <p>
          {say('ready.here')} <b>{session.place}</b>
        </p>
        <button
          type="button"
          className={controls.button}
          onClick={() => void act(session.session, { kind: 'session-ended', note: null })}
        >
          {say('ready.leave')}
        </button>
      </div>
      {all.length > 0 && (
        <div className={css.codes}>
          <form
            className={css.code}
            onSubmit={(event) => {
              event.preventDefault();
              void takeByCode(code);
            }}
          >
            <Input
              className="figures"
              aria-label={say('ready.code')}
              placeholder={say('ready.code')}
              maxLength={20}
              value={code}
              onChange={(event) => setCode(event.target.value)}
            />
          </form>
          <ScanCode onRead={(read) => void takeByCode(read)} />
        </div>
      )}
      <FaultLine says={says} />
      <p role="status" className={ready.isReady ? 'good' : 'bad'}>
        <b>{say(ready.open === 0 ? 'ready.all' : ready.isReady ? 'ready.warns' : 'ready.stops', { count: ready.open })}</b>
      </p>
      <ul className={css.lines}>
        {ready.lines.map((line) => (
          <li
            key={line.id}
            className={`${css[line.standing]} ${line.gear.length > 0 ? css.gear : ''} ${line.stops ? css.stops : ''}`}
            data-standing={line.standing}
          >
            <span className={css.title}>
              <b>{line.title}</b>
              {line.inHand && <span>{line.gear.find((gear) => gear.id === line.inHand)?.card.name}</span>}
              {line.says && <small>{line.says}</small>}
              {instruments
                .filter((one) => line.id === `gear ${one.kind}`)
                .map((one) => (
                  <small key={one.kind}>{say('ready.answers', { name: one.name ?? '' })}</small>
                ))}
              {line.until && (
                <small>
                  {say('ready.until', { time: new Date(line.until).toLocaleTimeString('en', { timeStyle: 'short' }) })}
                </small>
              )}
              {mayDecide && (
                <button type="button" className={css.decide} aria-pressed={line.stops} onClick={() => void decide(line)}>
                  {say(line.stops ? 'ready.it-stops' : 'ready.it-warns')}
                </button>
              )}
            </span>
            <span className={css.answers}>
              {line.gear.length > 0
                ? line.gear
                    .filter((gear) => gear.id !== line.inHand)
                    .map((gear) => (
                      <button
                        key={gear.id}
                        type="button"
                        className={controls.button}
                        disabled={gear.standing === 'aside'}
                        title={gear.says.join(' ')}
                        onClick={() => void take(gear)}
                      >
                        {gear.card.name}
                      </button>
                    ))
                : line.standing !== 'stands' &&
                  [true, false].map((isSo) => (
                    <button
                      key={String(isSo)}
                      type="button"
                      className={controls.button}
                      onClick={() => void act(session.session, { kind: 'ready-said', item: line.id, isSo, note: null })}
                    >
                      {say(isSo ? 'ready.yes' : 'ready.no')}
                    </button>
                  ))}
            </span>
          </li>
        ))}
      </ul>
    </SidePanel>
  );
}
