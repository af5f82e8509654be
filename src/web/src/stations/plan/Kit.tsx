import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, got, type Schemas } from '../../api/client';
import { KitPart } from '../../drawing/KitPart';
import { Download } from '../../parts/Download';
import { Told } from '../../parts/Told';
import { keep, recall, toldOrKept } from '../../shell/tablet';
import { say, type Key } from '../../shell/words';
import { Sure } from './Sure';
import css from './Kit.module.css';
import controls from '../../parts/controls.module.css';

/** What to load for what is left of a job, ticked off on this tablet as it goes into the van. */
export function Kit() {
  const { job = '' } = useParams();
  const [confidence, setConfidence] = useState(0.95);
  const [loaded, setLoaded] = useState<readonly string[]>([]);
  useEffect(() => {
    void recall<string[]>(`loaded ${job}`).then((kept) => setLoaded(kept ?? []));
  }, [job]);
  const kit = useQuery({
    queryKey: ['kit', job, confidence],
    queryFn: () =>
      toldOrKept(`kit ${job} ${confidence}`, () =>
        got(api.GET('/api/v1/jobs/{id}/kit', { params: { path: { id: job }, query: { confidence } } })),
      ),
    placeholderData: keepPreviousData,
  });
  const tick = (id: string, isLoaded: boolean) => {
    const now = isLoaded ? [...loaded, id] : loaded.filter((one) => one !== id);
    setLoaded(now);
    void keep(`loaded ${job}`, now);
  };
  return (
    <div className="page" data-part="kit">
      <Told query={kit}>
        {({ name, load }) => {
          const all = [...load.parts, ...load.supplies, ...load.tools];
          return (
            <>
              <header className="row">
                <h1>{say('load.title')}</h1>
                <Link to={`/job/${job}`}>{name}</Link>
                <span className="grow" />
                <label className={css.sure}>
                  {say('methods.sure')}
                  <Sure value={confidence} onChange={setConfidence} />
                </label>
                <Download from={`/api/v1/jobs/${job}/kit.csv?confidence=${confidence}`}>{say('load.csv')}</Download>
                <button type="button" className={controls.button} onClick={() => window.print()}>
                  {say('load.print')}
                </button>
              </header>
              {load.parts.length === 0 && <p className="card">{say('load.nothing')}</p>}
              {all.length > 0 && (
                <p role="status" className={css.done}>
                  {say('load.loaded', { done: all.filter(({ id }) => loaded.includes(id)).length, of: all.length })}
                </p>
              )}
              {(['parts', 'supplies', 'tools'] as const).map(
                (part) =>
                  load[part].length > 0 && (
                    <section key={part} className="card">
                      <h2>{say(`load.${part}` as Key)}</h2>
                      <ul className={css.lines}>
                        {load[part].map((line) => (
                          <LoadRow key={line.id} line={line} isLoaded={loaded.includes(line.id)} onTick={tick} />
                        ))}
                      </ul>
                    </section>
                  ),
              )}
            </>
          );
        }}
      </Told>
    </div>
  );
}

interface RowProps {
  line: Schemas['LoadLine'];
  isLoaded: boolean;
  onTick: (id: string, isLoaded: boolean) => void;
}

function LoadRow({ line, isLoaded, onTick }: RowProps) {
  return (
    <li className={isLoaded ? css.loaded : ''}>
      <label>
        <input type="checkbox" checked={isLoaded} onChange={(event) => onTick(line.id, event.target.checked)} />
        <KitPart line={{ shape: line.shape }} />
        <b className={css.take}>{line.take}</b>
        <span className={css.name}>
          <b>{line.title}</b>
          <small>{line.why}</small>
          {line.rooms && line.rooms.length > 0 && (
            <small>
              {say('load.rooms')}: {line.rooms.join(' · ')}
            </small>
          )}
          {line.says.map((says) => (
            <small key={says} className="bad">
              {says}
            </small>
          ))}
        </span>
        <span className={css.has}>
          {line.bring ? (
            <b>
              {say('load.bring')} {line.bring}
            </b>
          ) : null}
          <small>{line.has == null ? say('load.unlisted') : `${say('load.has')}: ${line.has}`}</small>
        </span>
      </label>
    </li>
  );
}
