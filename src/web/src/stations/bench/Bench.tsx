import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import type { Intent, Unit } from '../../core/core';
import { BenchLine } from '../../drawing/BenchLine';
import { EndFaceGlyph, type Phase } from '../../drawing/EndFaceGlyph';
import { StrandTab } from '../../drawing/StrandTab';
import { FiberBar } from './FiberBar';
import { StepCard } from './StepCard';
import { TroubleCard } from './TroubleCard';
import { useStrand } from './useStrand';

/** One strand's end at the bench: one thing to do now. */
export function Bench({ unit, person, mayWork }: { unit: Unit; person: string; mayWork: boolean }) {
  const { termination = '' } = useParams();
  const { strand, view, act, judge, fault } = useStrand(termination, unit, person);
  const [says, setSays] = useState('');
  const [aid, setAid] = useState(false);
  const where = view && `${view.attempt} ${view.try} ${view.step?.id} ${view.trouble?.sign}`;
  useEffect(() => setSays(''), [where]);
  if (fault)
    return (
      <p role="alert" className="page">
        {fault}
      </p>
    );
  if (!strand || !view) return <p className="page">Opening the strand …</p>;
  const want = async (intent: Intent) => {
    const made = await act(intent);
    setSays(made && 'says' in made ? made.says : '');
  };
  return (
    <div className="bench">
      <header className="row apart">
        <div className="row">
          <EndFaceGlyph phase={view.phase as Phase} attempt={view.attempt} size={44} />
          <h1>
            <StrandTab strand={strand.strand} color={strand.color} />
          </h1>
          <span className="figures">{strand.label}</span>
          <Link to={`/proof/${strand.cable}`}>
            {strand.cableName} {strand.end} end
          </Link>
        </div>
        <div className="row">
          {view.attempt > 1 && <b className="doubtful">attempt {view.attempt}</b>}
          {view.try > 1 && <b className="doubtful">try {view.try}</b>}
          <span className="tag">
            {view.recipe} · {view.isConfirmed ? 'confirmed' : 'unconfirmed: follow the maker’s sheet'}
          </span>
          <button className="button" onClick={() => setAid(!aid)}>
            First aid
          </button>
        </div>
      </header>
      {aid && (
        <p className="card aid" role="note">
          Glass in skin or eye: do not rub, rinse, get it removed. Primer or epoxy in the eye: rinse and see a doctor. Know where
          the eyewash is. Follow the safety data sheet and local rules; Rhabdon is no substitute.
        </p>
      )}
      {view.needsALook && (
        <p className="card look" role="alert">
          Needs a look: two stories of this strand do not fit together. See its <Link to={`/story/${termination}`}>story</Link>.
        </p>
      )}
      <div className="benchtop">
        <section className="card drawing">
          <ol className="stages">
            {view.stages.map((stage) => (
              <li key={stage.id} className={stage.standing} aria-current={stage.standing === 'now' ? 'step' : undefined}>
                {stage.title}
                <small>{stage.standing}</small>
              </li>
            ))}
          </ol>
          {view.line ? <BenchLine line={view.line} figure={view.step?.figure} /> : <p className="says">{view.says}</p>}
          {view.step && (
            <p className="why">
              <b>Why:</b> {view.step.why} {view.step.next && <b>Next:</b>} {view.step.next}
            </p>
          )}
        </section>
        <section className="card work" aria-live="polite">
          {!mayWork ? (
            <p>{view.says}</p>
          ) : view.trouble ? (
            <TroubleCard key={where} trouble={view.trouble} onAct={want} says={says} />
          ) : view.step ? (
            <StepCard key={where} step={view.step} reports={view.reports} judge={judge} onAct={want} says={says} />
          ) : view.attempt === 0 ? (
            <>
              <h2>Begin this end by {view.recipe}</h2>
              <p>Boots, connector, stripper, cleaver, gauge, wipes, bin and glasses at hand?</p>
              <div className="grow" />
              <button className="main-action" onClick={() => void want({ kind: 'begin' })}>
                Begin
              </button>
            </>
          ) : (
            <>
              <h2>{view.says}</h2>
              <div className="grow" />
              <Link className="button" to={`/story/${termination}`}>
                The strand’s story
              </Link>
              <Link className="main-action" to={`/proof/${strand.cable}`}>
                Next strand
              </Link>
            </>
          )}
        </section>
      </div>
      <FiberBar fiber={view.fiber} undo={mayWork ? view.undo : null} onAct={want} />
    </div>
  );
}
