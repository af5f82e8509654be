import { useEffect, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { Schemas } from '../../api/client';
import { rememberBatch, sayCrew } from '../../core/bench';
import type { Intent, Pace, Unit } from '../../core/core';
import { BenchLine } from '../../drawing/BenchLine';
import { EndFaceGlyph } from '../../drawing/EndFaceGlyph';
import { StrandTab } from '../../drawing/StrandTab';
import { SidePanel } from '../../shell/SidePanel';
import { useKeys } from '../../shell/keys';
import { keepPicture } from '../../shell/outbox';
import { whyNotKept } from '../../shell/record';
import { openSound } from '../../shell/sound';
import { say } from '../../shell/words';
import { FaceStage } from '../verify/FaceStage';
import { useGrade } from '../verify/useGrade';
import { BatchPanel } from './BatchPanel';
import { FiberBar } from './FiberBar';
import { KeyList } from './KeyList';
import { StepCard } from './StepCard';
import { TakeBack } from './TakeBack';
import { Tray } from './Tray';
import { TroubleCard } from './TroubleCard';
import { useBatch, type Opened } from './useBatch';
import { useProposal } from './useProposal';

/** The bench is on screen by then, and nobody has tapped yet. */
const soundAfterMs = 500;

/** One strand's end, or a batch of them, at the bench: one thing to do now. */
export function Bench({ unit, person, mayWork }: { unit: Unit; person: string; mayWork: boolean }) {
  const { termination, batch } = useParams();
  const opened: Opened = batch ? { batch } : { termination: termination ?? '' };
  const [pace, setPace] = useState<Pace>(() => (localStorage.getItem('pace') as Pace) || 'stage-by-stage');
  const { strands, view, act, judge, propose, techniqueFor, fault, turnTo } = useBatch(opened, unit, pace, person);
  const [says, setSays] = useState('');
  const [panel, setPanel] = useState<'undo' | 'keys' | 'batch'>();
  const [crews, setCrews] = useState<Schemas['CrewOnJob'][]>([]);
  const [aid, setAid] = useState(false);
  const go = useNavigate();
  const bench = view?.bench;
  const where = bench && `${view.focus} ${bench.attempt} ${bench.try} ${bench.step?.id} ${bench.trouble?.sign}`;
  useEffect(() => setSays(''), [where]);
  useEffect(() => void window.setTimeout(openSound, soundAfterMs), []);
  const graded = useGrade(bench?.step?.ask?.profile ?? undefined, bench?.step?.ask?.core ?? undefined, {
    about: view?.focus ?? '',
    look: where ?? '',
  });
  const [picked, setPicked] = useState<number>();
  const { face, proposed } = useProposal(graded, bench?.step ? propose : undefined);
  const seen = face.shown?.answer.seen;
  const flipPace = () => {
    const next = pace === 'stage-by-stage' ? 'strand-by-strand' : 'stage-by-stage';
    localStorage.setItem('pace', next);
    setPace(next);
  };
  const step = (by: number) => {
    const at = view?.queue.findIndex((strand) => strand.termination === view.focus) ?? -1;
    const next = view?.queue[(at + by + view.queue.length) % view.queue.length];
    if (next) turnTo(next.termination);
  };
  const want = async (intent: Intent, on: string[]) => {
    const done = await act(intent, on).catch((error) => ({ isDone: false, says: whyNotKept(error) }));
    setSays(done.says);
    return done.isDone;
  };
  const begin = async () => {
    const on = view?.together ?? [];
    const { technique, ask } = await techniqueFor(bench?.recipeId ?? '', on);
    setCrews(ask);
    if (ask.length === 0) await want({ kind: 'begin', technique: technique ?? undefined }, on);
  };
  const isBegun = bench && bench.attempt > 0;
  useKeys({
    next: () => step(1),
    previous: () => step(-1),
    'pedal-back': () => step(-1),
    undo: () => (bench?.undo && mayWork ? setPanel('undo') : undefined),
    pace: flipPace,
    batch: () => (mayWork ? setPanel('batch') : undefined),
    aid: () => setAid(!aid),
    keys: () => setPanel('keys'),
    ...(mayWork && bench && !isBegun ? { done: () => void begin(), 'pedal-done': () => void begin() } : {}),
  });
  if (fault)
    return (
      <p role="alert" className="page">
        {fault}
      </p>
    );
  const strand = strands.find((s) => s.termination === view?.focus) ?? strands[0];
  if (!strand || !view) return <p className="page">{say('bench.opening')}</p>;
  const isBatch = view.queue.length > 1;
  const undone = view.queue.map((other) => other.termination).filter((id) => bench?.undo?.strands.includes(id));
  const onFocus = async (intent: Intent, onlyThis = false) => {
    await want(intent, onlyThis || !view.together.length ? [strand.termination] : view.together);
  };
  // The picture is kept first: no event names one that nobody has.
  const onFace = async (choice: string, overruled?: string) => {
    if (!seen || !face.shown?.file || !bench?.step) return;
    try {
      await keepPicture(strand.termination, seen.picture, face.shown.file);
    } catch (error) {
      return setSays(whyNotKept(error));
    }
    await want({ kind: 'done', step: bench.step.id, read: choice, face: seen, overruled }, [strand.termination]);
  };
  return (
    <div className={`bench ${isBatch ? 'with-tray' : ''}`}>
      <header className="row apart">
        <div className="row">
          {bench && <EndFaceGlyph phase={bench.phase} attempt={bench.attempt} size={44} />}
          <h1>
            <StrandTab strand={strand.strand} color={strand.color} />
          </h1>
          <span className="figures">{strand.label}</span>
          <Link to={`/proof/${strand.cable}`}>
            {strand.cableName} {say(`end.${strand.end}`)}
          </Link>
          {bench && bench.attempt > 1 && <b className="doubtful">{say('bench.attempt', { number: bench.attempt })}</b>}
          {bench && bench.try > 1 && <b className="doubtful">{say('bench.try', { number: bench.try })}</b>}
        </div>
        <div className="row">
          {bench && (
            <span className="tag" title={bench.isConfirmed ? undefined : say('bench.unconfirmed-why')}>
              {say(bench.isConfirmed ? 'bench.confirmed' : 'bench.unconfirmed', { recipe: bench.recipe })}
            </span>
          )}
          {isBatch && (
            <button className="button" onClick={flipPace}>
              {say(`pace.${pace}`)}
            </button>
          )}
          {mayWork && (
            <button className="button" onClick={() => setPanel('batch')}>
              {say('batch.button')}
            </button>
          )}
          <button className="button" aria-expanded={aid} onClick={() => setAid(!aid)}>
            {say('bench.first-aid')}
          </button>
          <button className="button" aria-label={say('keys.title')} onClick={() => setPanel('keys')}>
            {'?'}
          </button>
        </div>
      </header>
      {crews.length > 0 && (
        <SidePanel title={say('bench.whose-technique')} onClose={() => setCrews([])}>
          <p>{say('bench.whose-technique-why')}</p>
          {crews.map((crew) => (
            <button
              type="button"
              key={crew.id}
              className="button"
              onClick={() => void sayCrew(strand.job, crew.id).then(() => begin())}
            >
              {crew.name}
            </button>
          ))}
        </SidePanel>
      )}
      {isBatch && <Tray tray={view.queue} focus={view.focus} onTurn={turnTo} />}
      {aid && (
        <p className="card aid" role="note">
          {say('bench.aid')}
        </p>
      )}
      {bench?.needsALook && (
        <p className="card look" role="alert">
          {say('bench.needs-a-look')} <Link to={`/look/${strand.termination}`}>{say('look.open')}</Link>
        </p>
      )}
      <div className="benchtop">
        <section className="card drawing">
          <ol className="stages">
            {bench?.stages.map((stage) => (
              <li key={stage.id} className={stage.progress} aria-current={stage.progress === 'now' ? 'step' : undefined}>
                {stage.title}
                <small>{say(`progress.${stage.progress}`)}</small>
              </li>
            ))}
          </ol>
          {face.shown ? (
            <div className="looked">
              <FaceStage shown={face.shown} before={face.before} picked={picked} onPick={setPicked} />
            </div>
          ) : bench?.line ? (
            <BenchLine line={bench.line} figure={bench.step?.figure} />
          ) : (
            <p className="says">{bench?.says ?? say('batch.over', { count: view.done })}</p>
          )}
          {bench?.step && (
            <p className="why">
              <b>{say('bench.why')}</b> {bench.step.why} {bench.step.next && <b>{say('bench.next')}</b>} {bench.step.next}
            </p>
          )}
        </section>
        <section className="card work" aria-live="polite">
          {!bench ? (
            <>
              <h2>{say('batch.over', { count: view.done })}</h2>
              <div className="grow" />
              <Link className="main-action" to={`/proof/${strand.cable}`}>
                {say('bench.next-strand')}
              </Link>
            </>
          ) : !mayWork ? (
            <p>{bench.says}</p>
          ) : bench.trouble ? (
            <TroubleCard
              key={where}
              trouble={bench.trouble}
              onAct={onFocus}
              onLater={
                view.queue.some((other) => other.place === 'next' || other.place === 'waiting') ? () => turnTo() : undefined
              }
              says={says}
            />
          ) : bench.step ? (
            <StepCard
              key={where}
              step={bench.step}
              strand={strand.strand}
              reports={bench.reports}
              together={view.together.length}
              togetherSays={view.togetherSays}
              isWhole={view.isWhole}
              judge={judge}
              face={face}
              proposed={proposed}
              onFace={(choice, overruled) => void onFace(choice, overruled)}
              onAct={onFocus}
              says={says}
            />
          ) : !isBegun ? (
            <>
              <h2>{say('bench.begin-by', { recipe: bench.recipe })}</h2>
              <p>{say('bench.at-hand')}</p>
              <p role="alert" className="bad">
                {says}
              </p>
              <div className="grow" />
              <button className="main-action" onClick={() => void begin()}>
                {view.together.length > 1 ? say('bench.begin-all', { strands: view.togetherSays }) : say('bench.begin')}
              </button>
            </>
          ) : (
            <>
              <h2>{bench.says}</h2>
              <div className="grow" />
              <Link className="button" to={`/story/${strand.termination}`}>
                {say('bench.story')}
              </Link>
              {isBatch ? (
                <button className="main-action" onClick={() => turnTo()}>
                  {say('bench.go-on')}
                </button>
              ) : (
                <Link className="main-action" to={`/proof/${strand.cable}`}>
                  {say('bench.next-strand')}
                </Link>
              )}
            </>
          )}
        </section>
      </div>
      {bench && <FiberBar fiber={bench.fiber} undo={mayWork ? bench.undo : null} onUndo={() => setPanel('undo')} />}
      {panel === 'undo' && bench?.undo && (
        <TakeBack
          what={bench.undo.what}
          cutsGlass={bench.undo.cutsGlass}
          strands={undone.length}
          onClose={() => setPanel(undefined)}
          onTakeBack={(reason, glassWasCut, all) => {
            const event = bench.undo!.event;
            setPanel(undefined);
            void want({ kind: 'undo', event, reason, glassWasCut }, all ? undone : [strand.termination]);
          }}
        />
      )}
      {panel === 'keys' && <KeyList onClose={() => setPanel(undefined)} />}
      {panel === 'batch' && (
        <BatchPanel
          tray={view.queue}
          batch={batch}
          person={person}
          onClose={() => setPanel(undefined)}
          onAct={want}
          onBatch={(to, taken) => void rememberBatch(to, taken).then(() => go(`/batch/${to}`))}
        />
      )}
    </div>
  );
}
