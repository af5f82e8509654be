import { useEffect, useState } from 'react';
import type { Schemas } from '../../api/client';
import { minutes } from '../../parts/minutes';
import { say } from '../../shell/words';
import css from './StepClock.module.css';

/** How much of a step's time is left; counted from when it was started, so that a reload or another tablet shows the same. */
export function useSecondsLeft(clock?: Schemas['ClockView'] | null): number | undefined {
  const [now, setNow] = useState(() => Date.now());
  const since = clock?.since;
  useEffect(() => {
    if (!since) return;
    setNow(Date.now());
    const ticking = window.setInterval(() => setNow(Date.now()), 250);
    return () => window.clearInterval(ticking);
  }, [since]);
  return clock && since ? Math.max(0, Math.ceil(clock.seconds - (now - Date.parse(since)) / 1000)) : undefined;
}

/** The time that a step must run, large. That it sounds when it is up is the strip's, on every page. */
export function StepClock({ clock, left }: { clock: Schemas['ClockView']; left?: number }) {
  const isOver = left === 0;
  return (
    <div className={`${css.clock} ${isOver ? 'over' : ''}`} data-part="clock" role="timer" aria-label={clock.kind}>
      <span>{clock.kind}</span>
      <b className="figures">{minutes(left ?? clock.seconds)}</b>
      <span>
        {isOver
          ? say('clock.over')
          : clock.tells
            ? say('clock.tells', { sign: clock.tells })
            : clock.atMost
              ? say('clock.at-most', { seconds: clock.atMost })
              : ''}
      </span>
    </div>
  );
}
