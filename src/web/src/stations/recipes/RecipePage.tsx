import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Radio, Segmented, Select } from 'antd';
import { useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { api, got, type Schemas } from '../../api/client';
import type { Unit } from '../../core/core';
import { BenchLine } from '../../drawing/BenchLine';
import { HandAct, actDrawn } from '../../drawing/HandAct';
import { KitCard } from '../../drawing/KitCard';
import { Told } from '../../parts/Told';
import { FaultLine } from '../../shell/faults';
import { SidePanel } from '../../parts/SidePanel';
import { fetchBook } from '../../shell/strands';
import { say } from '../../shell/words';
import { FilmColors } from './FilmColors';
import { FitCard } from './FitCard';
import { PlanTable } from './PlanTable';
import { templateAddress } from './template';
import { Versions } from './Versions';
import css from './RecipePage.module.css';
import controls from '../../parts/controls.module.css';

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
  const chosenOf = (id: string) => tapped[id] ?? choices.find((choice) => choice.id === id)?.chosen;
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
        <span className={`${controls.tag} ${isConfirmed ? 'good' : 'doubtful'}`}>
          {say(isConfirmed ? 'bench.confirmed' : 'bench.unconfirmed', { recipe: `${ref.id} v${ref.version}` })}
        </span>
      </header>
      <div className="row">
        <Button href={`/api/v1/recipes/sheet.pdf?recipes=${ref.id}`}>{say('recipes.sheet-pdf')}</Button>
        <Button href={templateAddress([ref.id], 'pdf', template)}>{say('recipes.template-pdf')}</Button>
        <Button href={templateAddress([ref.id], 'svg', template)} target="_blank" rel="noreferrer">
          {say('recipes.template-svg')}
        </Button>
        <Button href={`/api/v1/recipes/${ref.id}/file`} download>
          {say('recipes.file')}
        </Button>
        {mayPlan && (
          <>
            <Button onClick={() => void edit(false)}>{say('recipes.edit')}</Button>
            <Button onClick={() => void edit(true)}>{say('recipes.duplicate')}</Button>
            <Button onClick={() => (isRetired ? void retire('') : setRetiring(true))}>
              {say(isRetired ? 'recipes.unretire' : 'recipes.retire')}
            </Button>
          </>
        )}
      </div>
      <div className="row">
        {builds.length > 1 && (
          <Segmented
            aria-label={say('recipes.build')}
            value={read.data.build ?? undefined}
            options={builds.map((one) => ({ value: one, label: say(`build.${one}`) }))}
            onChange={setBuild}
          />
        )}
        {(crews.data?.length ?? 0) > 1 && (
          <Segmented
            aria-label={say('crew.title')}
            value={which}
            options={crews.data!.map((one) => ({ value: one.id, label: say('recipes.technique-of', { crew: one.name }) }))}
            onChange={setCrew}
          />
        )}
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
              <Drawn step={step} />
              <b>{step.title}</b> <span>{step.how}</span>
              {step.cautions.length > 0 && <small>{step.cautions.join(' ')}</small>}
              <Practice
                choice={choices.find((choice) => choice.id === step.choice)}
                chosen={step.choice ? chosenOf(step.choice) : undefined}
                isFixed={!mayPlan || !which}
                onChoose={choose}
              />
            </li>
          ))}
        </ol>
      </section>
      {read.data.end && (
        <section className="card">
          <h2>{say('recipes.end', { title: read.data.end.title })}</h2>
          {/* eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex */}
          <ol className={css.recipeSteps} tabIndex={0} aria-label={say('recipes.end', { title: read.data.end.title })}>
            {[...read.data.end.before, ...read.data.end.after].map((step) => (
              <li key={step.title}>
                <Drawn step={step} />
                <b>{step.title}</b> <span>{step.how}</span>
                {step.cautions.length > 0 && <small>{step.cautions.join(' ')}</small>}
              </li>
            ))}
          </ol>
        </section>
      )}
      {read.data.kit && (
        <section className="card">
          <h2>{say('kit.title')}</h2>
          <KitCard kit={read.data.kit} />
        </section>
      )}
      {which && (read.data.films?.length ?? 0) > 0 && (
        <FilmColors key={which} grits={read.data.films!} crew={which} mayPlan={mayPlan} />
      )}
      <FitCard recipe={read.data} />
      {choices.length > 0 && (
        <section className="card">
          <h2>{say('recipes.techniques')}</h2>
          <p>{say(which ? 'recipes.usual' : 'recipes.no-crew')}</p>
          <FaultLine says={fault} />
          <div className={css.techniques}>
            {choices.map((choice) => (
              <fieldset
                key={choice.id}
                id={`choice-${choice.id}`}
                data-part="technique"
                className={css.technique}
                disabled={!mayPlan || !which}
              >
                <legend>{choice.title}</legend>
                <Radio.Group
                  className={css.options}
                  value={chosenOf(choice.id)}
                  onChange={(event) => void choose(choice.id, event.target.value as string)}
                >
                  {choice.options.map((option) => (
                    <Radio key={option.id} value={option.id}>
                      {option.title} <small>{option.why}</small>
                    </Radio>
                  ))}
                </Radio.Group>
              </fieldset>
            ))}
          </div>
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
            <Button key={reason} onClick={() => void retire(say(`recipes.${reason}`))}>
              {say(`recipes.${reason}`)}
            </Button>
          ))}
        </SidePanel>
      )}
    </div>
  );
}

/** The act of a step, small; a step of an older recipe tells none. */
function Drawn({ step }: { step: Schemas['StepDocument'] }) {
  const act = actDrawn(step.acts);
  return act ? <HandAct act={act} title={step.name} /> : null;
}

interface PracticeProps {
  choice?: Schemas['TechniqueOptionView'];
  chosen?: string;
  isFixed: boolean;
  onChoose: (choice: string, option: string) => Promise<void>;
}

/** Beside a step: the practice choice by which it is what it is, to be chosen there. */
function Practice({ choice, chosen, isFixed, onChoose }: PracticeProps) {
  if (!choice) return null;
  const { why } = choice.options.find((option) => option.id === chosen) ?? {};
  return (
    <label className={css.practice}>
      <small>{choice.title}</small>
      <Select
        value={chosen}
        disabled={isFixed}
        popupMatchSelectWidth={false}
        options={choice.options.map(({ id, title }) => ({ value: id, label: title }))}
        onChange={(option) => void onChoose(choice.id, option)}
      />
      {why && <small>{why}</small>}
    </label>
  );
}
