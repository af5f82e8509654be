import { useEffect, useRef, useState } from 'react';
import type { Schemas } from '../../api/client';
import { tick } from '../../shell/sound';
import { say } from '../../shell/words';
import css from './StepCount.module.css';
import controls from '../../parts/controls.module.css';

/** A metronome that counts figure-eights at the technique's pace; when it is stopped its count is the reading. */
export function StepCount({ count, onCount }: { count: Schemas['CountView']; onCount: (eights: number) => void }) {
  const [eights, setEights] = useState<number>();
  const told = useRef(onCount);
  useEffect(() => {
    told.current = onCount;
  });
  const isRunning = eights !== undefined;
  useEffect(() => {
    if (!isRunning) return;
    const beat = window.setInterval(() => setEights((made) => (made ?? 0) + 1), count.beatMilliseconds);
    return () => window.clearInterval(beat);
  }, [isRunning, count.beatMilliseconds]);
  useEffect(() => {
    if (eights) tick(eights >= count.low);
  }, [eights, count.low]);
  const stop = () => {
    told.current(eights ?? 0);
    setEights(undefined);
  };
  return (
    <div className={`row ${css.metronome}`} data-part="metronome">
      <button
        type="button"
        className={controls.button}
        aria-pressed={isRunning}
        onClick={() => (isRunning ? stop() : setEights(0))}
      >
        {say(isRunning ? 'count.stop' : 'count.metronome')}
      </button>
      {isRunning && (
        <b className={`figures ${eights >= count.low ? 'good' : ''}`} aria-live="off">
          {eights}
        </b>
      )}
    </div>
  );
}
