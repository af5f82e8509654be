import { useEffect, useRef, useState } from 'react';
import { api, got, type Schemas } from '../../api/client';
import { watchMeter } from '../../core/bench';

/** Samples that are older tell nothing of a connector that is being plugged in. */
const watchedMs = 10_000;
const unwatchedMs = 4_000;
const betweenMs = 150;
/** A meter that does not answer is asked more seldom. */
const silentMs = 1_000;

/** What is wanted of a watched meter. */
interface Wanted {
  /** Which strand, from which end. */
  link: string;
  /** Nanometers. */
  wavelength: number;
  /** In dBm; else in dB. */
  isPower: boolean;
  /** Hears the reading once it has settled; the next one is another connector's. */
  onSettled: (read: string) => void;
}

/** How the meter stands while it is watched; nothing while it is not. */
export function useMeter(wanted: Wanted | undefined): Schemas['MeterSays'] | undefined {
  const [says, setSays] = useState<Schemas['MeterSays']>();
  const settled = useRef(wanted?.onSettled);
  useEffect(() => {
    settled.current = wanted?.onSettled;
  });
  const { link, wavelength, isPower } = wanted ?? { link: '', wavelength: 0, isPower: false };
  // What was kept at one wavelength still lies in the meter when the next is asked for.
  const samples = useRef<Schemas['MeterSample'][]>([]);
  const taken = useRef<{ at: string; link: string } | null>(null);
  useEffect(() => {
    setSays(undefined);
    if (!wavelength) return;
    let isLeft = false;
    let next = 0;
    const look = async () => {
      const sample = await got(api.GET('/api/v1/instruments/meter/{wavelength}', { params: { path: { wavelength } } })).catch(
        (): Schemas['MeterSample'] => ({
          at: new Date().toISOString(),
          state: 'silent',
          wavelength: null,
          amount: null,
          isPower,
        }),
      );
      if (isLeft) return;
      const at = Date.parse(sample.at);
      const before = samples.current.at(-1);
      // Whatever lay in the meter before one looked is not what is shown: the light has to go first.
      if (!before || at - Date.parse(before.at) > unwatchedMs) taken.current = { at: sample.at, link: '' };
      samples.current = [...samples.current.filter((one) => at - Date.parse(one.at) < watchedMs), sample];
      const seen = await watchMeter({
        wavelength,
        isPower,
        samples: samples.current,
        taken: taken.current?.at ?? null,
        isOtherLink: taken.current?.link !== link,
      });
      if (isLeft) return;
      setSays(seen);
      if (seen.settled) {
        taken.current = { at: sample.at, link };
        settled.current?.(seen.settled);
      }
      next = window.setTimeout(() => void look(), sample.state === 'silent' || sample.state === 'slow' ? silentMs : betweenMs);
    };
    void look();
    return () => {
      isLeft = true;
      window.clearTimeout(next);
    };
  }, [link, wavelength, isPower]);
  return says;
}
