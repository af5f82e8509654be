import { useQuery } from '@tanstack/react-query';
import { Input } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, got, type Schemas } from '../api/client';
import { SidePanel } from '../parts/SidePanel';
import { recall, tablet } from './tablet';
import { say } from './words';
import css from './FindPanel.module.css';

interface Found {
  key: string;
  to: string;
  kind: 'job' | 'cable' | 'end' | 'recipe';
  name: string;
  where: string;
}

const most = 8;
const paths = { job: '/job/', cable: '/proof/', end: '/bench/' } as const;

/** Recipes by id or title, from what this tablet keeps. */
async function recipesLike(text: string): Promise<Found[]> {
  const book = await recall<Schemas['BookView']>('book');
  const latest = new Map<string, Schemas['PublishedRecipe']>();
  for (const recipe of book?.recipes ?? [])
    if ((latest.get(recipe.ref.id)?.ref.version ?? 0) < recipe.ref.version) latest.set(recipe.ref.id, recipe);
  return [...latest.values()]
    .map((recipe) => ({ id: recipe.ref.id, title: Object.values(recipe.recipe.title)[0] ?? '' }))
    .filter(({ id, title }) => `${id} ${title}`.toLowerCase().includes(text.toLowerCase()))
    .slice(0, most)
    .map(({ id, title }) => ({ key: `recipe ${id}`, to: `/recipes/${id}`, kind: 'recipe', name: id, where: title }));
}

/** With no network: the ends that this tablet has opened. */
async function endsHere(text: string): Promise<Found[]> {
  const ends = await tablet.strands
    .filter((strand) => strand.label.toLowerCase().startsWith(text.toLowerCase()))
    .limit(most)
    .toArray();
  return ends.map((end) => ({
    key: end.termination,
    to: `/bench/${end.termination}`,
    kind: 'end',
    name: end.label,
    where: `${end.cableName} · ${end.jobName}`,
  }));
}

async function find(text: string): Promise<Found[]> {
  const [recipes, places] = await Promise.all([
    recipesLike(text),
    got(api.GET('/api/v1/find', { params: { query: { text } } })).then(
      (found) => found.map(({ kind, id, name, where }): Found => ({ key: id, to: paths[kind] + id, kind, name, where })),
      (fault) => {
        if (!(fault instanceof TypeError)) throw fault;
        return endsHere(text);
      },
    ),
  ]);
  return [...places, ...recipes];
}

/** Any port, cable, job or recipe by typing the beginning of its name. */
export default function FindPanel({ onClose }: { onClose: () => void }) {
  const [text, setText] = useState('');
  const [at, setAt] = useState(0);
  const go = useNavigate();
  const asked = text.trim();
  const found = useQuery({
    queryKey: ['find', asked],
    queryFn: () => find(asked),
    enabled: asked !== '',
    placeholderData: (before) => before,
  });
  const rows = asked === '' ? [] : (found.data ?? []);
  const open = (row: Found | undefined) => {
    if (!row) return;
    onClose();
    void go(row.to);
  };
  return (
    <SidePanel title={say('find.title')} onClose={onClose}>
      <Input
        className="figures"
        role="combobox"
        aria-expanded={rows.length > 0}
        aria-controls="found"
        aria-activedescendant={rows[at] ? `found-${at}` : undefined}
        aria-label={say('find.what')}
        placeholder={say('find.what')}
        autoComplete="off"
        autoFocus
        value={text}
        maxLength={100}
        onChange={(event) => {
          setText(event.target.value);
          setAt(0);
        }}
        onKeyDown={(event) => {
          if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
            event.preventDefault();
            setAt((at + (event.key === 'ArrowDown' ? 1 : -1) + rows.length) % Math.max(rows.length, 1));
          } else if (event.key === 'Enter') open(rows[at]);
        }}
      />
      {found.error && (
        <p role="alert" className="bad">
          {found.error.message}
        </p>
      )}
      <ul id="found" role="listbox" aria-label={say('find.title')} className={css.found}>
        {rows.map((row, index) => (
          <li
            key={row.key}
            id={`found-${index}`}
            role="option"
            tabIndex={-1}
            aria-selected={index === at}
            onClick={() => open(row)}
            onKeyDown={(event) => event.key === 'Enter' && open(row)}
          >
            <small>{say(`find.${row.kind}`)}</small>
            <b className="figures">{row.name}</b>
            <span>{row.where}</span>
          </li>
        ))}
      </ul>
      {asked !== '' && rows.length === 0 && found.isFetched && <p role="status">{say('find.none')}</p>}
      <p>{say('find.how')}</p>
    </SidePanel>
  );
}
