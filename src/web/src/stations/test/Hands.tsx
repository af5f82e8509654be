import { Select, Switch } from 'antd';
import { useCallback, useEffect, useState } from 'react';
import { api, got, type Schemas } from '../../api/client';
import type { RunKey } from '../../core/core';
import { keepFocus } from '../../shell/keys';
import { say } from '../../shell/words';
import css from './Hands.module.css';
import controls from '../../parts/controls.module.css';

const maladies = ['none', 'slow', 'dead', 'garbage', 'unit', 'over'] as const;

/** Not the meter's: a finger on a face. */
const dirty = 'dirty' as const;

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
    (faces: Schemas['FacesPlugged']) =>
      got(api.POST('/api/v1/instruments/hands/plug', { body: { cable, strand, method, faces } })).then(
        () => setFault(''),
        (error: Error) => setFault(error.message),
      ),
    [cable, strand, method],
  );
  useEffect(() => {
    if (isFollowing && isKept && strand) void plug('as-they-are');
  }, [isFollowing, isKept, strand, plug]);
  return (
    <div className={css.hands} data-part="hands" role="group" aria-label={say('meter.hands')}>
      <small>{say('meter.stand-in')}</small>
      <button type="button" className={controls.button} onMouseDown={keepFocus} onClick={() => void plug('as-they-are')}>
        {say(now ? 'meter.hands-path' : 'meter.hands-reference')}
      </button>
      {now && (
        <>
          <button type="button" className={controls.button} onMouseDown={keepFocus} onClick={() => void plug('cleaned')}>
            {say('meter.hands-clean')}
          </button>
          <label className={css.follow}>
            <Switch
              size="small"
              checked={isFollowing}
              onChange={(follows) => {
                setFollowing(follows);
                if (follows) void plug('as-they-are');
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
            options={([...maladies, dirty] as const).map((value) => ({ value, label: say(`meter.fault-${value}`) }))}
            onChange={(malady) =>
              malady === dirty
                ? void plug(dirty)
                : void got(
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
