import { Select, Switch } from 'antd';
import { useCallback, useEffect, useState } from 'react';
import { api, got, type Schemas } from '../../api/client';
import type { RunKey } from '../../core/core';
import { keepFocus } from '../../shell/keys';
import { say } from '../../shell/words';
import css from './MeterLine.module.css';
import controls from '../../parts/controls.module.css';

interface Props {
  says: Schemas['MeterSays'] | undefined;
  isOn: boolean;
  onSwitch: (isOn: boolean) => void;
}

/** What the meter shows now, how it stands, and whether its readings are kept by themselves. */
export function MeterLine({ says, isOn, onSwitch }: Props) {
  return (
    <div className={css.line} data-part="meter" data-standing={isOn ? says?.standing : 'off'}>
      <b className="figures">{(isOn && says?.shows) || '–'}</b>
      <span className="grow">{isOn ? says?.says : say('meter.by-hand')}</span>
      <label className={css.auto}>
        <Switch checked={isOn} onChange={onSwitch} aria-label={say('meter.auto')} />
        <small>{say('meter.auto')}</small>
      </label>
    </div>
  );
}

const maladies = ['none', 'slow', 'dead', 'garbage', 'unit', 'over'] as const;

interface HandsProps {
  cable: string;
  /** Nothing for the cords alone. */
  now: RunKey | undefined;
  method: Schemas['ReferenceMethod'];
  /** The reading was kept: hands that follow plug in the next. */
  isKept: boolean;
}

/** Hands for a stand-in: what a person would plug in, clean or break. */
export function Hands({ cable, now, method, isKept }: HandsProps) {
  const [fault, setFault] = useState('');
  const [isFollowing, setFollowing] = useState(false);
  const strand = now?.strand ?? null;
  const plug = useCallback(
    (isCleaned: boolean) =>
      got(api.POST('/api/v1/instruments/hands/plug', { body: { cable, strand, method, isCleaned } })).then(
        () => setFault(''),
        (error: Error) => setFault(error.message),
      ),
    [cable, strand, method],
  );
  useEffect(() => {
    if (isFollowing && isKept && strand) void plug(false);
  }, [isFollowing, isKept, strand, plug]);
  return (
    <div className={css.hands} data-part="hands" role="group" aria-label={say('meter.hands')}>
      <small>{say('meter.stand-in')}</small>
      <button type="button" className={controls.button} onMouseDown={keepFocus} onClick={() => void plug(false)}>
        {say(now ? 'meter.hands-path' : 'meter.hands-reference')}
      </button>
      {now && (
        <>
          <button type="button" className={controls.button} onMouseDown={keepFocus} onClick={() => void plug(true)}>
            {say('meter.hands-clean')}
          </button>
          <label className={css.auto}>
            <Switch
              size="small"
              checked={isFollowing}
              onChange={(follows) => {
                setFollowing(follows);
                if (follows) void plug(false);
              }}
              aria-label={say('meter.hands-follow')}
            />
            <small>{say('meter.hands-follow')}</small>
          </label>
          <Select
            aria-label={say('meter.fault')}
            size="small"
            defaultValue="none"
            popupMatchSelectWidth={false}
            options={maladies.map((value) => ({ value, label: say(`meter.fault-${value}`) }))}
            onChange={(malady) =>
              void got(
                api.POST('/api/v1/instruments/hands/{kind}/{malady}', { params: { path: { kind: 'PowerMeter', malady } } }),
              ).then(
                () => setFault(''),
                (error: Error) => setFault(error.message),
              )
            }
          />
        </>
      )}
      {fault && <small role="alert">{fault}</small>}
    </div>
  );
}
