import { Link } from 'react-router';
import type { Schemas } from '../../api/client';
import type { FaceSeen, Intent, Judged, Proposed } from '../../core/core';
import type { Grading } from '../../parts/useGrade';
import { sayEnd } from '../../parts/sayEnd';
import { FaultLine } from '../../shell/faults';
import type { Strand } from '../../shell/tablet';
import { say } from '../../shell/words';
import { StepCard } from './StepCard';
import { TroubleCard } from './TroubleCard';
import css from './WorkCard.module.css';
import controls from '../../parts/controls.module.css';

interface Props {
  view: Schemas['BatchView'];
  strand: Strand;
  /** Of the step that is shown: another one begins anew. */
  where: string;
  mayWork: boolean;
  says: string;
  face: Grading;
  proposed?: Proposed;
  judge: (read: string) => Promise<Judged>;
  onAct: (intent: Intent, onlyThis?: boolean) => Promise<void>;
  onFace: (choice: string, seen: FaceSeen, overruled?: string) => void;
  onBegin: () => void;
  onTurn: () => void;
  /** Things that were missing are here now. */
  onHere: (things: readonly string[]) => void;
  /** What is in hand and nobody may work with: somebody set it aside meanwhile. */
  aside: readonly Schemas['ReadyLine'][];
  onReady: () => void;
}

/** The one thing to do now: begin, a step, a trouble, or going on when an end is done. */
export function WorkCard(props: Props) {
  return (
    <section className={`card ${css.work}`} data-part="work" aria-live="polite">
      {props.mayWork && props.aside.length > 0 && (
        <p className={css.aside} role="alert">
          {props.aside.map((line) => (
            <span key={line.id}>
              <b>{line.gear.find((gear) => gear.id === line.inHand)?.card.name}</b> {line.says}
            </span>
          ))}
          <button type="button" className={controls.button} onClick={props.onReady}>
            {say('ready.take-another')}
          </button>
        </p>
      )}
      <Now {...props} />
    </section>
  );
}

function Now({ view, strand, where, mayWork, says, face, proposed, judge, onAct, onFace, onBegin, onTurn, onHere }: Props) {
  const { bench } = view;
  if (!bench) return <Over says={say('batch.over', { count: view.done })} strand={strand} end={view.end} used={view.used} />;
  if (!mayWork) return <p>{bench.says}</p>;
  const others = view.queue.some((other) => other.place === 'next' || other.place === 'waiting');
  if (bench.trouble)
    return <TroubleCard key={where} trouble={bench.trouble} onAct={onAct} onLater={others ? onTurn : undefined} says={says} />;
  if (bench.step)
    return (
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
        onFace={(choice, overruled) => face.shown?.answer.seen && onFace(choice, face.shown.answer.seen, overruled)}
        onAct={onAct}
        onHere={onHere}
        pair={view.pair}
        why={view.now?.why}
        spoils={view.now?.spoils}
        says={says}
      />
    );
  if (bench.attempt === 0)
    return (
      <>
        <h2>{say('bench.begin-by', { recipe: bench.recipe })}</h2>
        <p>{say(bench.kit ? 'bench.lay-out' : 'bench.at-hand')}</p>
        {view.end?.isAwaited && <p>{say('end.first-why', { title: view.end.title, next: view.end.next ?? '' })}</p>}
        <FaultLine says={says} />
        <div className="grow" />
        {view.end?.next && (
          <Link className={view.end.isAwaited ? controls.mainAction : controls.button} to={`/end/${strand.termination}`}>
            {sayEnd(view.end)}
          </Link>
        )}
        <button className={view.end?.isAwaited ? controls.button : controls.mainAction} onClick={onBegin}>
          {view.together.length > 1 ? say('bench.begin-all', { strands: view.togetherSays }) : say('bench.begin')}
        </button>
      </>
    );
  return <Over says={bench.says} strand={strand} onTurn={view.queue.length > 1 ? onTurn : undefined} end={view.end} hasStory />;
}

interface OverProps {
  says: string;
  strand: Strand;
  onTurn?: () => void;
  hasStory?: boolean;
  /** Of the cable that holds the strand. */
  end?: Schemas['CableEndLine'] | null;
  used?: Schemas['UsedLine'][] | null;
}

/** Nothing more to do on this end, or on any of the batch. */
function Over({ says, strand, onTurn, hasStory, end, used }: OverProps) {
  return (
    <>
      <h2>{says}</h2>
      {used && used.length > 0 && (
        <table className={css.used}>
          <caption>{say('batch.used')}</caption>
          <thead>
            <tr>
              <td />
              <th scope="col">{say('batch.used-really')}</th>
              <th scope="col">{say('batch.used-planned')}</th>
            </tr>
          </thead>
          <tbody>
            {used.map((line) => (
              <tr key={line.title} className={line.isMore ? css.more : ''}>
                <th scope="row">{line.title}</th>
                <td className="figures">{line.used}</td>
                <td className="figures">{line.planned}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <div className="grow" />
      {end?.isToClose && !onTurn && (
        <Link className={controls.button} to={`/end/${strand.termination}`}>
          {sayEnd(end)}
        </Link>
      )}
      {hasStory && (
        <Link className={controls.button} to={`/story/${strand.termination}`}>
          {say('bench.story')}
        </Link>
      )}
      {onTurn ? (
        <button className={controls.mainAction} onClick={onTurn}>
          {say('bench.go-on')}
        </button>
      ) : (
        <Link className={controls.mainAction} to={`/proof/${strand.cable}`}>
          {say('bench.next-strand')}
        </Link>
      )}
    </>
  );
}
