import { useEffect, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import type { Schemas } from '../../api/client';
import type { RunDeed, RunKey } from '../../core/core';
import { amountOf, LossBar, shown as shownAmount } from '../../drawing/LossBar';
import { StrandTab } from '../../drawing/StrandTab';
import { MeasuredField } from '../../parts/Reading';
import { useInstruments } from '../../parts/useInstruments';
import { FaultLine } from '../../shell/faults';
import { keepFocus, useKeys } from '../../shell/keys';
import { workAt } from '../../shell/place';
import { say } from '../../shell/words';
import { LightPanel } from './LightPanel';
import { Hands } from './Hands';
import { ReferenceLine } from './ReferenceLine';
import { ReferencePanel } from './ReferencePanel';
import { ResultsPanel } from './ResultsPanel';
import { RunTable } from './RunTable';
import { useMeter } from './useMeter';
import { useRun } from './useRun';
import css from './TestRun.module.css';
import controls from '../../parts/controls.module.css';

type Over = 'reference' | 'check' | 'light' | 'results';

/** A cable's links measured: the number, its limit and the next strand, by keys alone. */
export function TestRun({ person, mayWork }: { person: string; mayWork: boolean }) {
  const { cable = '' } = useParams();
  const { shown, fault, says, act, read, turnTo, judge } = useRun(cable, person);
  const [over, setOver] = useState<Over>();
  const run = shown?.run;
  useEffect(() => {
    if (run && !run.run.chain) workAt({ job: run.job, jobName: run.jobName, cable: run.id, cableName: run.cableName });
  }, [run]);
  if (fault)
    return (
      <p role="alert" className="page">
        {fault}
      </p>
    );
  if (!shown) return <p className="page">{say('run.opening')}</p>;
  const { view } = shown;
  const home = shown.run.run.chain ? `/links/${shown.run.job}` : `/proof/${cable}`;
  const { now, tally, reference } = view;
  const close = () => setOver(undefined);
  const actAndClose = async (deed: RunDeed) => {
    if (await act(deed)) close();
  };
  return (
    <div className={css.run} data-part="test-run">
      <header className={css.head}>
        <h1>
          {say('run.title')} <Link to={home}>{shown.run.cableName}</Link>
        </h1>
        <p>
          <b className="figures">
            {tally.taken}/{tally.of}
          </b>{' '}
          {say('run.tally', { pass: tally.pass, marginal: tally.marginal, fail: tally.fail })}
          {tally.inDoubt + tally.recheck + tally.invalid > 0 && (
            <b className="bad"> {say('run.tally-again', { again: tally.inDoubt + tally.recheck + tally.invalid })}</b>
          )}
        </p>
        {mayWork && (
          <button type="button" className={controls.button} onMouseDown={keepFocus} onClick={() => setOver('results')}>
            {say('result.import')}
          </button>
        )}
      </header>
      <ReferenceLine
        reference={reference}
        people={shown.run.people}
        mayWork={mayWork}
        onTake={() => setOver('reference')}
        onCheck={() => setOver('check')}
        onEnd={() => void act({ kind: 'end-reference', why: 'disconnected' })}
      />
      {view.polarity && (
        <p className="look" role="status">
          {view.polarity}
        </p>
      )}
      <div className={css.bench}>
        <section className={`card ${css.now}`} data-part="now" aria-live="polite">
          {!mayWork ? (
            <h2>{say('run.looking')}</h2>
          ) : !reference.mayMeasure ? (
            <>
              <h2>{say(`run.first-${reference.standing === 'none' || reference.standing === 'ended' ? 'take' : 'again'}`)}</h2>
              <p>{reference.says}</p>
              <div className="grow" />
              <button className={controls.mainAction} onClick={() => setOver('reference')}>
                {say('run.take-reference')}
              </button>
            </>
          ) : now ? (
            <NowCard
              cable={cable}
              method={reference.taken?.method ?? 'one-cord'}
              now={now}
              rows={view.rows}
              isPowered={!!reference.taken?.powers.some((power) => power.power)}
              isAside={over !== undefined}
              says={says}
              onRead={read}
              judge={judge}
              onTurn={turnTo}
              onLight={() => setOver('light')}
            />
          ) : (
            <>
              <h2>{say('run.done')}</h2>
              <p>{say('run.done-how')}</p>
              <div className="grow" />
              <Link className={controls.mainAction} to={home}>
                {say(shown.run.run.chain ? 'chain.back' : 'run.to-ladder')}
              </Link>
            </>
          )}
        </section>
        <RunTable cable={cable} view={view} onTurn={mayWork ? turnTo : undefined} />
      </div>
      {(over === 'reference' || over === 'check') && (
        <ReferencePanel
          cable={cable}
          person={person}
          wavelengths={[...new Set(view.columns.map((column) => column.wavelength))]}
          reference={reference}
          isCheck={over === 'check'}
          says={says}
          onClose={close}
          onAct={(deed) => void actAndClose(deed)}
        />
      )}
      {over === 'results' && (
        <ResultsPanel
          cable={cable}
          person={person}
          wavelengths={[...new Set(view.columns.map((column) => column.wavelength))]}
          onClose={close}
        />
      )}
      {over === 'light' && now && <LightPanel now={now} says={says} onClose={close} onAct={(deed) => void actAndClose(deed)} />}
    </div>
  );
}

const meterShows = 'meter shows';
const meterKeeps = 'meter keeps by itself';

interface NowProps {
  cable: string;
  method: Schemas['ReferenceMethod'];
  now: Schemas['RunNow'];
  rows: readonly Schemas['RunRow'][];
  /** The reference has powers: the meter's own may be read against them. */
  isPowered: boolean;
  /** Something else is asked beside it. */
  isAside: boolean;
  says: string;
  onRead: (typed: string, isPower: boolean) => Promise<boolean>;
  judge: (deed: RunDeed) => Promise<Schemas['RunJudged'] | undefined>;
  onTurn: (to: RunKey) => void;
  onLight: () => void;
}

/** The reading to take: where the light goes in and comes out, and what the meter shows. */
function NowCard({ cable, method, now, rows, isPowered, isAside, says, onRead, judge, onTurn, onLight }: NowProps) {
  const [read, setRead] = useState('');
  const instruments = useInstruments().data ?? [];
  // One that is set up and does not answer is shown as well: that is what has to be told.
  const meter = instruments.find(({ kind }) => kind === 'power-meter');
  const [isBySelf, setBySelf] = useState(localStorage.getItem(meterKeeps) !== 'no');
  const [isPower, setPower] = useState(isPowered && localStorage.getItem(meterShows) === 'power');
  const [judged, setJudged] = useState<{ read: string; told?: Schemas['RunJudged'] }>();
  const field = useRef<HTMLInputElement>(null);
  const { key } = now;
  const turn = `${key.strand} ${key.wavelength} ${key.from}`;
  // A panel that closes gives the focus back to whatever opened it; the hand goes on typing.
  useEffect(() => {
    if (isAside) return;
    const soon = window.requestAnimationFrame(() => field.current?.focus({ preventScroll: true }));
    return () => window.cancelAnimationFrame(soon);
  }, [turn, isAside]);
  useEffect(() => {
    let isLate = false;
    if (read.trim() === '') setJudged(undefined);
    else void judge({ kind: 'read', key, read, isPower }).then((told) => !isLate && setJudged({ read, told }));
    return () => {
      isLate = true;
    };
    // The judge is the page's own and another at every drawing; what it judges by is the reading and its turn.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [read, isPower, turn]);
  const keep = () => {
    const typed = read;
    if (typed.trim() === '') return;
    setRead('');
    void onRead(typed, isPower).then((isKept) => {
      if (!isKept) setRead((since) => since || typed);
    });
  };
  const strand = (by: number) => {
    const at = rows.findIndex((row) => row.strand === key.strand);
    setRead('');
    onTurn({ ...key, strand: rows[(at + by + rows.length) % rows.length]!.strand });
  };
  const shows = (power: boolean) => {
    localStorage.setItem(meterShows, power ? 'power' : 'loss');
    setPower(power);
    field.current?.focus();
  };
  useKeys({ done: keep, 'pedal-done': keep, next: () => strand(1), previous: () => strand(-1), look: onLight });
  const isWatched = !!meter && isBySelf && !isAside && !now.fault && read === '';
  const watched = useMeter(
    isWatched
      ? {
          link: `${key.strand} ${key.from}`,
          wavelength: key.wavelength,
          isPower: isPowered,
          onSettled: (settled) => void onRead(settled, isPowered),
        }
      : undefined,
  );
  const [meterShown, meterUnit] = watched?.shows?.split(' ') ?? [];
  const typed = judged?.read === read ? judged.told : undefined;
  const told = typed ?? (read.trim() === '' && now.read ? now.read : undefined);
  const verdict = () => {
    if (now.fault) return now.fault;
    if (typed) return typed.loss ? `${shownAmount(typed.loss)}: ${typed.says}` : typed.says;
    if (watched) return watched.says;
    return now.read ? say('run.read-before', { loss: shownAmount(now.read.loss), says: now.read.says }) : say('run.type');
  };
  return (
    <form
      className={css.nowForm}
      onSubmit={(event) => {
        event.preventDefault();
        keep();
      }}
    >
      <h2 className={css.what}>
        <StrandTab strand={key.strand} color={now.color} />
        <span className="figures">{say('run.wavelength', { wavelength: key.wavelength })}</span>
      </h2>
      <p className={css.way}>
        <span>
          <small>{say('run.light-in')}</small> <b className="figures">{now.in}</b>
        </span>
        <span>
          <small>{say('run.meter-at')}</small> <b className="figures">{now.out}</b>
        </span>
      </p>
      <div className={css.read} data-part="reading" data-power={isPower || meterUnit === 'dBm'}>
        <MeasuredField
          ref={field}
          value={read}
          onChange={setRead}
          unit={(read === '' && meterUnit) || (isPower ? 'dBm' : 'dB')}
          kind="decimal"
          describedBy="run-verdict"
          label={say(isPower ? 'run.power' : 'run.loss')}
          shows={meterShown}
        />
        <div className={css.switches}>
          {isPowered && (
            <button
              type="button"
              className={controls.button}
              aria-pressed={isPower}
              onMouseDown={keepFocus}
              onClick={() => shows(!isPower)}
            >
              {say('run.dbm')}
            </button>
          )}
          {meter && (
            <button
              type="button"
              className={controls.button}
              aria-pressed={isBySelf}
              onMouseDown={keepFocus}
              onClick={() => {
                localStorage.setItem(meterKeeps, isBySelf ? 'no' : 'yes');
                setBySelf(!isBySelf);
              }}
            >
              {say('meter.auto')}
            </button>
          )}
        </div>
      </div>
      {now.limit && (
        <div className={css.bar}>
          <LossBar
            loss={told?.loss ? amountOf(told.loss) : null}
            limit={amountOf(now.limit)}
            scale={amountOf(now.scale)}
            uncertainty={amountOf(now.uncertainty)}
            grade={told?.grade}
          />
          <p className={css.limit}>
            {say('run.limit')} <b className="figures">{shownAmount(now.limit)}</b>
            <small>
              {now.lines
                .map((line) =>
                  say(`run.line-${line.item}`, {
                    amount: line.amount,
                    each: shownAmount(line.each),
                  }),
                )
                .join(' + ')}
            </small>
          </p>
        </div>
      )}
      <p id="run-verdict" data-standing={watched?.standing} className={`${css.verdict} ${told?.grade ? css[told.grade] : ''}`}>
        {verdict()}
      </p>
      {says !== typed?.says && <FaultLine says={says} />}
      <div className="grow" />
      {meter?.isStandIn && <Hands cable={cable} now={key} method={method} isKept={watched?.standing === 'kept'} />}
      <div className={css.acts}>
        <button type="button" className={controls.button} onMouseDown={keepFocus} onClick={onLight}>
          {say('run.light')}
        </button>
        <button type="submit" className={`${controls.mainAction} grow`} disabled={read.trim() === ''}>
          {say('run.keep')}
        </button>
      </div>
    </form>
  );
}
