import type { Schemas } from '../api/client';
import { say } from '../shell/words';
import css from './KitCard.module.css';

type Line = Schemas['KitLine'];

const kinds = ['part', 'tool', 'film', 'supply'] as const;

/**
 * What to lay out, kind by kind, how each tool is set, and what is in the bag but not for this work.
 * @param laid titles of those that lie ready; without it nothing can be ticked
 */
export function KitCard({
  kit,
  laid,
  onLay,
}: {
  kit: readonly Line[];
  laid?: readonly string[];
  onLay?: (title: string) => void;
}) {
  const aside = kit.filter((line) => line.isSetAside);
  return (
    <div className={css.kit} data-part="kit">
      {kinds.map((kind) => {
        const lines = kit.filter((line) => line.kind === kind && !line.isSetAside);
        return lines.length === 0 ? null : (
          <section key={kind}>
            <h3>{say(`kit.${kind}`)}</h3>
            <ul>
              {lines.map((line) => (
                <li key={line.title}>
                  {onLay ? (
                    <button
                      type="button"
                      role="checkbox"
                      aria-checked={!!laid?.includes(line.title)}
                      onClick={() => onLay(line.title)}
                    >
                      <Said line={line} />
                    </button>
                  ) : (
                    <Said line={line} />
                  )}
                </li>
              ))}
            </ul>
          </section>
        );
      })}
      {onLay && (
        <p className={css.aside} role="status">
          {say('kit.laid', { count: laid?.length ?? 0, of: kit.length - aside.length })}
        </p>
      )}
      {aside.length > 0 && (
        <section className={css.aside}>
          <h3>{say('kit.aside')}</h3>
          <p>{aside.map((line) => line.title).join(', ')}</p>
        </section>
      )}
    </div>
  );
}

const Said = ({ line: { title, count, setting } }: { line: Line }) => (
  <>
    {count > 1 && <b className="figures">{count} × </b>}
    {title}
    {setting && <small>{setting}</small>}
  </>
);
