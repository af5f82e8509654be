import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Input, Tabs } from 'antd';
import { useEffect, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { api, got, Refusal } from '../../api/client';
import type { Unit } from '../../core/core';
import { BenchLine } from '../../drawing/BenchLine';
import { DraftLine } from '../../parts/DraftLine';
import { useDraft } from '../../parts/useDraft';
import { FaultLine } from '../../shell/faults';
import { fetchBook } from '../../shell/strands';
import { say } from '../../shell/words';
import { FitCard } from './FitCard';
import { LengthFields } from './LengthFields';
import { placeOf, withValue, type RecipeFile } from './recipeDraft';
import { WordFields } from './WordFields';
import css from './RecipeEdit.module.css';
import controls from '../../parts/controls.module.css';

/** Tries a recipe out as it stands: its faults, or how it would be worked. A value that cannot be read is a fault like any other. */
async function tryOut(file: RecipeFile, unit: Unit) {
  try {
    return await got(api.POST('/api/v1/calc/recipe', { params: { query: { unit } }, body: file }));
  } catch (error) {
    if (error instanceof Refusal && error.faults.length > 0) return { faults: error.faults, document: null };
    throw error;
  }
}

/** A recipe in the making: its form beside the live line, its faults as they arise. What is published is a new version; no old one changes. */
export function RecipeEdit({ unit }: { unit: Unit }) {
  const state = useLocation().state as RecipeFile | null;
  return state ? <Editor begun={state} unit={unit} /> : <p role="alert">{say('editor.nothing')}</p>;
}

function Editor({ begun, unit }: { begun: RecipeFile; unit: Unit }) {
  const go = useNavigate();
  const queries = useQueryClient();
  const [file, setFile] = useState(begun);
  const { put, drop, isRestored } = useDraft<RecipeFile>(`recipe ${begun.recipe.id}`, setFile);
  const change = (changed: RecipeFile) => {
    setFile(changed);
    put(() => changed);
  };
  const [text, setText] = useState<string>();
  const [fault, setFault] = useState('');
  const tried = useLately(file, 200);
  const trial = useQuery({
    queryKey: ['trial', tried, unit],
    queryFn: () => tryOut(tried, unit),
    placeholderData: keepPreviousData,
  });
  const shown = useLast(trial.data?.document);
  const faults = (trial.data?.faults ?? []).map((found) => ({ place: placeOf(found.field), says: found.says }));
  const at = (place: string) => faults.find((found) => found.place === place)?.says;
  const set = (path: (string | number)[], value: unknown) => change(withValue(file, ['recipe', ...path], value));
  const write = (written: string) => {
    setText(written);
    try {
      change(JSON.parse(written) as RecipeFile);
      setFault('');
    } catch (error) {
      setFault(say('import.json', { why: (error as Error).message }));
    }
  };
  const publish = async () => {
    try {
      const { id } = await got(api.POST('/api/v1/recipes', { body: file }));
      await Promise.all([drop(), queries.invalidateQueries(), fetchBook()]);
      await go(`/recipes/${id}`);
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  const isReady = trial.isSuccess && !trial.isFetching && tried === file && faults.length === 0 && fault === '';
  return (
    <div className={`page ${css.editor}`}>
      <header className="row apart">
        <h1>{say('editor.page', { recipe: file.recipe.id })}</h1>
      </header>
      <DraftLine
        isRestored={isRestored}
        onAnew={() => {
          setFile(begun);
          void drop();
        }}
      />
      <div className={css.editorHalves}>
        <section className="card">
          <Tabs
            aria-label={say('editor.rooms')}
            onChange={(room) => room === 'file' && setText(JSON.stringify(file, null, 2))}
            items={[
              { key: 'lengths', label: say('editor.lengths'), children: <LengthFields recipe={file.recipe} set={set} at={at} /> },
              { key: 'words', label: say('editor.words'), children: <WordFields recipe={file.recipe} set={set} at={at} /> },
              {
                key: 'file',
                label: say('editor.file'),
                children: (
                  <Input.TextArea
                    className={`figures ${css.fileText}`}
                    aria-label={say('editor.file')}
                    spellCheck={false}
                    value={text}
                    onChange={(event) => write(event.target.value)}
                  />
                ),
              },
            ]}
          />
        </section>
        <aside>
          <section className="card">
            {shown?.line ? <BenchLine line={shown.line} /> : <p>{say('editor.no-line')}</p>}
            <ul className={css.profile}>
              {shown?.profile.map((says) => (
                <li key={says}>{says}</li>
              ))}
            </ul>
          </section>
          <section className="card" aria-live="polite">
            <h2>{faults.length === 0 ? say('editor.no-faults') : say('editor.faults', { count: faults.length })}</h2>
            <ul className={css.faults}>
              {faults.slice(0, 12).map((found, index) => (
                <li key={index} className="bad">
                  <code>{found.place}</code> {found.says}
                </li>
              ))}
            </ul>
            <FaultLine says={fault} />
            <Button type="primary" className={controls.mainAction} disabled={!isReady} onClick={() => void publish()}>
              {say('editor.publish')}
            </Button>
          </section>
          <FitCard recipe={shown} />
        </aside>
      </div>
    </div>
  );
}

/** The value as it stood when it last came to rest for so many milliseconds. */
function useLately<T>(value: T, milliseconds: number): T {
  const [lately, setLately] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setLately(value), milliseconds);
    return () => clearTimeout(timer);
  }, [value, milliseconds]);
  return lately;
}

/** The last value that there was: what is drawn stays while a fault is mended. */
function useLast<T>(value: T | null | undefined): T | undefined {
  const [last, setLast] = useState<T>();
  if (value && value !== last) setLast(value);
  return value ?? last;
}
