import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { api, got, type Schemas } from '../../api/client';
import type { Unit } from '../../core/core';
import { BenchLine } from '../../drawing/BenchLine';
import { Told } from '../../parts/Told';
import { FaultLine } from '../../shell/faults';
import { SidePanel } from '../../parts/SidePanel';
import { fetchBook } from '../../shell/strands';
import { say } from '../../shell/words';
import { FitCard } from './FitCard';
import { PlanTable } from './PlanTable';
import { templateAddress } from './template';
import { Versions } from './Versions';
import css from './RecipePage.module.css';

/** A recipe to be read, and the techniques of a crew in it: what is chosen changes plan, drawing and steps at once. */
export function RecipePage({ unit, mayPlan }: { unit: Unit; mayPlan: boolean }) {
  const { recipe = '' } = useParams();
  const go = useNavigate();
  const queries = useQueryClient();
  const [crew, setCrew] = useState<string>();
  const [build, setBuild] = useState<Schemas['CableBuild']>();
  const [fault, setFault] = useState('');
  const [isRetiring, setRetiring] = useState(false);
  // What was tapped shows at once; the document that follows from it comes with the server's answer.
  const [tapped, setTapped] = useState<Record<string, string>>({});
  // All of what was tapped and is not answered yet, and the sending of it: one after another, so that a quick second choice keeps the first.
  const unsaved = useRef<Record<string, string>>({});
  const saving = useRef(Promise.resolve());
  const crews = useQuery({ queryKey: ['crews'], queryFn: () => got(api.GET('/api/v1/crews')) });
  const which = crew ?? crews.data?.[0]?.id;
  const read = useQuery({
    queryKey: ['recipe document', recipe, which, build, unit],
    queryFn: () =>
      got(api.GET('/api/v1/recipes/{id}/document', { params: { path: { id: recipe }, query: { crew: which, build, unit } } })),
    enabled: crews.isSuccess,
    placeholderData: keepPreviousData,
  });
  const list = useQuery({ queryKey: ['recipes'], queryFn: () => got(api.GET('/api/v1/recipes/list')) });
  const isRetired = list.data?.find((one) => one.id === recipe)?.isRetired ?? false;
  if (!read.data) return <Told query={read}>{() => null}</Told>;
  const { ref, title, isConfirmed, builds, choices, marks, profile, steps, fromTheSheet, uses, line } = read.data;
  const choose = async (choice: string, option: string) => {
    setFault('');
    const all = (unsaved.current = { ...unsaved.current, [choice]: option });
    setTapped(all);
    const options = Object.fromEntries(choices.map((c) => [c.id, all[c.id] ?? c.chosen]));
    const path = { id: which!, recipe };
    const save = async () => {
      try {
        await got(api.PUT('/api/v1/crews/{id}/techniques/{recipe}', { params: { path }, body: { options } }));
        await Promise.all([queries.invalidateQueries({ queryKey: ['recipe document'] }), fetchBook()]);
      } catch (error) {
        setFault((error as Error).message);
      }
    };
    await (saving.current = saving.current.then(save));
    if (unsaved.current !== all) return;
    unsaved.current = {};
    setTapped({});
  };
  const edit = async (isCopy: boolean) => {
    const file = await got(api.GET('/api/v1/recipes/{id}/file', { params: { path: { id: ref.id } } }));
    await go('/recipes/edit', { state: isCopy ? { ...file, recipe: { ...file.recipe, id: `${ref.id}-copy` } } : file });
  };
  const retire = async (reason: string) => {
    setFault('');
    try {
      await got(
        api.PUT('/api/v1/recipes/{id}/retired', { params: { path: { id: ref.id } }, body: { isRetired: reason !== '', reason } }),
      );
      setRetiring(false);
      await queries.invalidateQueries();
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  const template = { crew: which, unit, build: read.data.build ?? undefined };
  return (
    <div className="page">
      <header className="row apart">
        <h1>
          {ref.id} · {title}
        </h1>
        <span className={isConfirmed ? 'tag good' : 'tag doubtful'}>
          {say(isConfirmed ? 'bench.confirmed' : 'bench.unconfirmed', { recipe: `${ref.id} v${ref.version}` })}
        </span>
      </header>
      <div className="row">
        <a className="button" href={templateAddress([ref.id], 'pdf', template)}>
          {say('recipes.template-pdf')}
        </a>
        <a className="button" href={templateAddress([ref.id], 'svg', template)} target="_blank" rel="noreferrer">
          {say('recipes.template-svg')}
        </a>
        <a className="button" href={`/api/v1/recipes/${ref.id}/file`} download>
          {say('recipes.file')}
        </a>
        {mayPlan && (
          <>
            <button className="button" onClick={() => void edit(false)}>
              {say('recipes.edit')}
            </button>
            <button className="button" onClick={() => void edit(true)}>
              {say('recipes.duplicate')}
            </button>
            <button className="button" onClick={() => (isRetired ? void retire('') : setRetiring(true))}>
              {say(isRetired ? 'recipes.unretire' : 'recipes.retire')}
            </button>
          </>
        )}
      </div>
      <div className="row">
        {builds.length > 1 &&
          builds.map((one) => (
            <button key={one} className="button" aria-pressed={read.data.build === one} onClick={() => setBuild(one)}>
              {say(`build.${one}`)}
            </button>
          ))}
        {(crews.data?.length ?? 0) > 1 &&
          crews.data!.map((one) => (
            <button key={one.id} className="button" aria-pressed={which === one.id} onClick={() => setCrew(one.id)}>
              {say('recipes.technique-of', { crew: one.name })}
            </button>
          ))}
      </div>
      <section className={`card ${css.plan}`}>
        {line ? (
          <BenchLine line={line} />
        ) : (
          <p className="bad">{say('recipes.sheet-first', { lengths: fromTheSheet.join(', ') })}</p>
        )}
        <PlanTable marks={marks} />
        <div className={css.ready}>
          <h3>{say('recipes.ready')}</h3>
          <ul>
            {profile.map((says) => (
              <li key={says}>{says}</li>
            ))}
          </ul>
        </div>
      </section>
      <section className="card">
        <h2>{say('recipes.steps')}</h2>
        {/* A strip that scrolls must be reachable by key. */}
        {/* eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex */}
        <ol className={css.recipeSteps} tabIndex={0} aria-label={say('recipes.steps')}>
          {steps.map((step, index) => (
            <li key={index}>
              <b>{step.title}</b> <span>{step.how}</span>
              {step.cautions.length > 0 && <small>{step.cautions.join(' ')}</small>}
              <Practice choice={choices.find((choice) => choice.id === step.choice)} />
            </li>
          ))}
        </ol>
      </section>
      <FitCard recipe={read.data} />
      {choices.length > 0 && (
        <section className="card">
          <h2>{say('recipes.techniques')}</h2>
          <p>{say(which ? 'recipes.usual' : 'recipes.no-crew')}</p>
          <FaultLine says={fault} />
          {choices.map((choice) => (
            <fieldset
              key={choice.id}
              id={`choice-${choice.id}`}
              data-part="technique"
              className={css.technique}
              disabled={!mayPlan || !which}
            >
              <legend>{choice.title}</legend>
              {choice.options.map((option) => (
                <div className={css.option} key={option.id}>
                  <label>
                    <input
                      type="radio"
                      name={choice.id}
                      checked={(tapped[choice.id] ?? choice.chosen) === option.id}
                      onChange={() => void choose(choice.id, option.id)}
                    />
                    {option.title}
                  </label>
                  <details>
                    <summary aria-label={`${say('recipes.why')}: ${option.title}`}>{say('recipes.why')}</summary>
                    {option.why}
                  </details>
                </div>
              ))}
            </fieldset>
          ))}
        </section>
      )}
      <section className="card">
        <h2>{say('recipes.uses')}</h2>
        <ul>
          {uses.map((says) => (
            <li key={says}>{says}</li>
          ))}
        </ul>
      </section>
      <Versions recipe={ref.id} mayPlan={mayPlan} />
      {isRetiring && (
        <SidePanel title={say('recipes.retire-why', { recipe: ref.id })} onClose={() => setRetiring(false)}>
          {(['no-longer-sold', 'other-recipe', 'too-much-rework'] as const).map((reason) => (
            <button key={reason} className="button" onClick={() => void retire(say(`recipes.${reason}`))}>
              {say(`recipes.${reason}`)}
            </button>
          ))}
        </SidePanel>
      )}
    </div>
  );
}

/** Beside a step: by which practice choice it is what it is, and the way to that choice. */
function Practice({ choice }: { choice?: Schemas['TechniqueOptionView'] }) {
  const chosen = choice?.options.find((option) => option.id === choice.chosen);
  return choice && chosen ? (
    <a className={css.practice} href={`#choice-${choice.id}`} title={choice.title}>
      {chosen.title}
    </a>
  ) : null;
}
