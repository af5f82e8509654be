import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { minutes } from '../parts/minutes';
import { chime } from './sound';
import { endOf, useClocks, type ClockLine } from './useClocks';
import { say } from './words';
import css from './ClockStrip.module.css';

/** Every time that runs, on every page: what is over first, then what ends first. It sounds when one is over, and keeps the screen awake until then. */
export function ClockStrip({ person }: { person: string }) {
  const lines = useClocks(person);
  const now = useNow(lines.length > 0);
  useChimes(lines, now);
  useWakeLock(lines.some((line) => endOf(line) > now));
  if (lines.length === 0) return null;
  return (
    <section className={css.strip} aria-label={say('clock.board')} data-part="clocks">
      <ul>
        {lines.map((line) => (
          <li key={line.load}>
            <Clock line={line} now={now} isMine={line.person === person} />
          </li>
        ))}
      </ul>
    </section>
  );
}

interface ClockProps {
  line: ClockLine;
  now: number;
  isMine: boolean;
}

function Clock({ line, now, isMine }: ClockProps) {
  const left = Math.ceil((endOf(line) - now) / 1000);
  const isLate = line.late != null && now > Date.parse(line.since) + line.late * 1000;
  const how = isLate ? 'late' : left <= 0 ? 'over' : 'running';
  const says = (
    <>
      <b className="figures">{left > 0 ? minutes(left) : `+${minutes(-left)}`}</b>
      <span>
        <strong>{left > 0 ? line.title : line.over}</strong>
        <small>
          {[line.where, isMine && say('clock.yours'), left > 0 && line.isAttended && say('clock.attended')]
            .filter(Boolean)
            .join(' · ')}
        </small>
        {left > 0 && line.tells && <small>{say('clock.tells', { sign: line.tells })}</small>}
        {isLate && <small role="alert">{line.lateSays}</small>}
      </span>
    </>
  );
  const bench = line.batch ? `/batch/${line.batch}` : line.strands[0] && `/bench/${line.strands[0]}`;
  return bench ? (
    <Link to={bench} className={`${css.clock} ${css[how]}`} data-clock={how}>
      {says}
    </Link>
  ) : (
    <p className={`${css.clock} ${css[how]}`} data-clock={how}>
      {says}
    </p>
  );
}

const tickMs = 250;

function useNow(isTicking: boolean): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (!isTicking) return;
    setNow(Date.now());
    const ticking = window.setInterval(() => setNow(Date.now()), tickMs);
    return () => window.clearInterval(ticking);
  }, [isTicking]);
  return now;
}

/** Sounds once when a time is over, and once more when being late begins to do harm; not for what was over before the page was opened. */
function useChimes(lines: readonly ClockLine[], now: number) {
  const opened = useRef(Date.now());
  const rung = useRef(new Set<string>());
  useEffect(() => {
    for (const line of lines) {
      const moments = [endOf(line), line.late == null ? undefined : Date.parse(line.since) + line.late * 1000];
      for (const moment of moments) {
        const ring = `${line.load} ${moment}`;
        if (moment === undefined || moment > now || moment < opened.current || rung.current.has(ring)) continue;
        rung.current.add(ring);
        chime();
      }
    }
  }, [lines, now]);
}

/** A screen that sleeps tells nobody that the oven is done. */
function useWakeLock(isWanted: boolean) {
  useEffect(() => {
    if (!isWanted || !('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | undefined;
    let isGone = false;
    const take = async () => {
      if (document.visibilityState !== 'visible') return;
      // A tablet that refuses, for want of charge, still counts and sounds.
      const taken = await navigator.wakeLock.request('screen').catch(() => undefined);
      if (isGone) void taken?.release();
      else lock = taken;
    };
    void take();
    document.addEventListener('visibilitychange', take);
    return () => {
      isGone = true;
      document.removeEventListener('visibilitychange', take);
      void lock?.release();
    };
  }, [isWanted]);
}
