import { useEffect, useReducer } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { rememberBatch, sayCrew } from '../../core/bench';
import type { FaceSeen, Guidance, Intent, Pace, Unit } from '../../core/core';
import { fetchPanel, SidePanel } from '../../parts/SidePanel';
import { TakeBack } from '../../parts/TakeBack';
import { useGrade } from '../../parts/useGrade';
import { useKeys } from '../../shell/keys';
import { keepPicture } from '../../shell/outbox';
import { workAt } from '../../shell/place';
import { whyNotKept } from '../../shell/record';
import { openSound } from '../../shell/sound';
import { say } from '../../shell/words';
import { BatchPanel } from './BatchPanel';
import { BenchHeader } from './BenchHeader';
import { begun, benchReducer } from './benchState';
import { EndDrawing } from './EndDrawing';
import { FiberBar } from './FiberBar';
import { Tray } from './Tray';
import { useBatch, type Opened } from './useBatch';
import { useKit } from './useKit';
import { ReadyPanel } from './ReadyPanel';
import { useProposal } from './useProposal';
import { useReady } from './useReady';
import { WorkCard } from './WorkCard';
import css from './Bench.module.css';
import controls from '../../parts/controls.module.css';

/** The bench is on screen by then, and nobody has tapped yet. */
const soundAfterMs = 500;

/** One strand's end, or a batch of them, at the bench: one thing to do now. */
export function Bench({ unit, person, mayWork, mayPlan }: { unit: Unit; person: string; mayWork: boolean; mayPlan: boolean }) {
  const { termination, batch } = useParams();
  const opened: Opened = batch ? { batch } : { termination: termination ?? '' };
  // The tablet is shared: how much a card tells is each person's own.
  const guided = `guidance ${person}`;
  const [state, dispatch] = useReducer(
    benchReducer,
    begun((localStorage.getItem('pace') as Pace) || 'what-now', (localStorage.getItem(guided) as Guidance) || 'every-step'),
  );
  const { pace, guidance, over } = state;
  const { laid, missing, lay } = useKit(batch ?? termination ?? '');
  const { strands, view, act, judge, propose, techniqueFor, fault, turnTo } = useBatch(
    opened,
    { unit, pace, guidance, missing },
    person,
  );
  const { ready, lookAgain } = useReady(
    person,
    strands.map((each) => each.termination),
  );
  const go = useNavigate();
  const bench = view?.bench;
  const strand = strands.find((each) => each.termination === view?.focus) ?? strands[0];
  const where = bench ? `${view.focus} ${bench.attempt} ${bench.try} ${bench.step?.id} ${bench.trouble?.sign}` : '';
  useEffect(() => dispatch({ kind: 'moved' }), [where]);
  useEffect(() => localStorage.setItem('pace', pace), [pace]);
  useEffect(() => localStorage.setItem(guided, guidance), [guided, guidance]);
  useEffect(fetchPanel, []);
  useEffect(() => void window.setTimeout(openSound, soundAfterMs), []);
  useEffect(() => {
    if (strand) workAt({ job: strand.job, jobName: strand.jobName, cable: strand.cable, cableName: strand.cableName });
  }, [strand]);
  const graded = useGrade(bench?.step?.ask?.profile ?? undefined, bench?.step?.ask?.core ?? undefined, {
    about: view?.focus ?? '',
    look: where,
  });
  const { face, proposed } = useProposal(graded, bench?.step ? propose : undefined);
  const step = (by: number) => {
    const at = view?.queue.findIndex((each) => each.termination === view.focus) ?? -1;
    const next = view?.queue[(at + by + view.queue.length) % view.queue.length];
    if (next) turnTo(next.termination);
  };
  const want = async (intent: Intent, on: string[]) => {
    const done = await act(intent, on).catch((error) => ({ isDone: false, says: whyNotKept(error) }));
    dispatch({ kind: 'said', says: done.says });
    return done.isDone;
  };
  const begin = async () => {
    const on = view?.together ?? [];
    const { technique, ask } = await techniqueFor(bench?.recipeId ?? '', on);
    dispatch({ kind: 'asked', crews: ask });
    if (ask.length === 0) await want({ kind: 'begin', technique: technique ?? undefined }, on);
  };
  useKeys({
    next: () => step(1),
    previous: () => step(-1),
    'pedal-back': () => step(-1),
    undo: () => (bench?.undo && mayWork ? dispatch({ kind: 'opened', what: 'undo' }) : undefined),
    pace: () => dispatch({ kind: 'paced' }),
    guidance: () => dispatch({ kind: 'guided' }),
    batch: () => (mayWork ? dispatch({ kind: 'opened', what: 'batch' }) : undefined),
    aid: () => dispatch({ kind: 'aid' }),
    ...(mayWork && bench?.attempt === 0 ? { done: () => void begin(), 'pedal-done': () => void begin() } : {}),
  });
  if (fault)
    return (
      <p role="alert" className="page">
        {fault}
      </p>
    );
  if (!strand || !view) return <p className="page">{say('bench.opening')}</p>;
  const isBatch = view.queue.length > 1;
  const undone = view.queue.map((other) => other.termination).filter((id) => bench?.undo?.strands.includes(id));
  const close = () => dispatch({ kind: 'closed' });
  const onAct = async (intent: Intent, onlyThis = false) => {
    await want(intent, onlyThis || !view.together.length ? [strand.termination] : view.together);
  };
  // The picture is kept first: no event names one that nobody has.
  const onFace = async (choice: string, seen: FaceSeen, overruled?: string) => {
    if (!face.shown?.file || !bench?.step) return;
    try {
      await keepPicture(strand.termination, seen.picture, face.shown.file);
    } catch (error) {
      return dispatch({ kind: 'said', says: whyNotKept(error) });
    }
    await want({ kind: 'done', step: bench.step.id, from: bench.step.passed?.[0]?.id, read: choice, face: seen, overruled }, [
      strand.termination,
    ]);
  };
  return (
    <div
      className={`${css.bench} ${isBatch ? css.withTray : ''}`}
      data-part="bench"
      data-turn={`${where} ${bench?.step?.clock?.since ?? ''}`}
    >
      <BenchHeader
        strand={strand}
        bench={bench ?? null}
        pair={view.pair}
        pace={isBatch ? pace : undefined}
        mayWork={mayWork}
        isAidShown={state.isAidShown}
        onPace={() => dispatch({ kind: 'paced' })}
        guidance={guidance}
        onGuidance={() => dispatch({ kind: 'guided' })}
        onBatch={() => dispatch({ kind: 'opened', what: 'batch' })}
        onAid={() => dispatch({ kind: 'aid' })}
        ready={ready}
        onReady={() => dispatch({ kind: 'opened', what: 'ready' })}
      />
      {over.kind === 'ready' && ready && (
        <ReadyPanel
          shown={ready}
          job={strand.job}
          closet={strand.closet ?? ''}
          person={person}
          mayDecide={mayPlan}
          onDecided={lookAgain}
          onClose={close}
        />
      )}
      {over.kind === 'crews' && (
        <SidePanel title={say('bench.whose-technique')} onClose={close}>
          <p>{say('bench.whose-technique-why')}</p>
          {over.crews.map((crew) => (
            <button
              type="button"
              key={crew.id}
              className={controls.button}
              onClick={() => void sayCrew(strand.job, crew.id).then(() => begin())}
            >
              {crew.name}
            </button>
          ))}
        </SidePanel>
      )}
      {isBatch && <Tray tray={view.queue} focus={view.focus} onTurn={turnTo} />}
      {state.isAidShown && (
        <p className={`card ${css.aid}`} role="note">
          {say('bench.aid')}
        </p>
      )}
      {bench?.needsALook && (
        <p className="card look" role="alert">
          {say('bench.needs-a-look')} <Link to={`/look/${strand.termination}`}>{say('look.open')}</Link>
        </p>
      )}
      <div className={css.benchtop}>
        <EndDrawing
          view={view}
          face={face}
          picked={state.picked}
          onPick={(finding) => dispatch({ kind: 'picked', finding })}
          laid={laid}
          onLay={(title, how) => lay([title], how)}
        />
        <WorkCard
          view={view}
          strand={strand}
          where={where}
          mayWork={mayWork}
          says={state.says}
          face={face}
          proposed={proposed}
          judge={judge}
          onAct={onAct}
          onFace={(choice, seen, overruled) => void onFace(choice, seen, overruled)}
          onBegin={() => void begin()}
          onTurn={() => turnTo()}
          onHere={(things) => lay(things, 'laid')}
          aside={ready?.ready?.lines.filter((line) => line.inHand && line.standing === 'not') ?? []}
          onReady={() => dispatch({ kind: 'opened', what: 'ready' })}
        />
      </div>
      {bench && (
        <FiberBar
          fiber={bench.fiber}
          undo={mayWork ? bench.undo : null}
          onUndo={() => dispatch({ kind: 'opened', what: 'undo' })}
        />
      )}
      {over.kind === 'undo' && bench?.undo && (
        <TakeBack
          what={bench.undo.what}
          cutsGlass={bench.undo.cutsGlass}
          strands={undone.length}
          onClose={close}
          onTakeBack={(reason, glassWasCut, all) => {
            const event = bench.undo!.event;
            close();
            void want({ kind: 'undo', event, reason, glassWasCut }, all ? undone : [strand.termination]);
          }}
        />
      )}
      {over.kind === 'batch' && (
        <BatchPanel
          tray={view.queue}
          batch={batch}
          person={person}
          onClose={close}
          onAct={want}
          onBatch={(to, taken) => void rememberBatch(to, taken).then(() => go(`/batch/${to}`))}
        />
      )}
    </div>
  );
}
