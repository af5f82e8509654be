import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { api, got, type Schemas } from '../../api/client';
import { FaultLine } from '../../shell/faults';
import { say } from '../../shell/words';
import css from './FilmColors.module.css';

type Film = Schemas['FilmColor'];

/** A crew enters once which color its film of each grit has; makers color them differently. */
export function FilmColors({ grits, crew, mayPlan }: { grits: readonly number[]; crew: string; mayPlan: boolean }) {
  const queries = useQueryClient();
  const key = ['films', crew];
  const films = useQuery({
    queryKey: key,
    queryFn: () => got(api.GET('/api/v1/crews/{id}/films', { params: { path: { id: crew } } })),
  });
  const [typed, setTyped] = useState<Record<number, string>>({});
  const [said, setSaid] = useState('');
  if (!films.data) return null;
  const colorOf = (grit: number) => typed[grit] ?? films.data.find((film) => film.grit === grit)?.color ?? '';
  const keep = async () => {
    const others: Film[] = films.data.filter((film) => !grits.includes(film.grit));
    const all = [...others, ...grits.map((grit) => ({ grit, color: colorOf(grit) }))];
    try {
      await got(api.PUT('/api/v1/crews/{id}/films', { params: { path: { id: crew } }, body: all }));
      await queries.invalidateQueries({ queryKey: key });
      setTyped({});
      setSaid(say('films.kept'));
    } catch (error) {
      setSaid((error as Error).message);
    }
  };
  return (
    <section className="card" data-part="films">
      <h2>{say('films.title')}</h2>
      <p>{say('films.why')}</p>
      <form
        className={css.films}
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
      >
        {grits.map((grit) => (
          <label key={grit}>
            {say('films.grit', { grit })}
            <Input
              value={colorOf(grit)}
              maxLength={30}
              disabled={!mayPlan}
              onChange={(event) => setTyped({ ...typed, [grit]: event.target.value })}
            />
          </label>
        ))}
        {mayPlan && <Button htmlType="submit">{say('films.save')}</Button>}
      </form>
      <FaultLine says={said} />
    </section>
  );
}
