import type { Schemas } from '../api/client';
import { say } from '../shell/words';
import { KitPart } from './KitPart';
import css from './KitCard.module.css';

type Line = Schemas['KitLine'];

/** How each thing lies, by its title: ready, or missing; what has no word is still to be laid out. */
export type Laid = Readonly<Record<string, 'laid' | 'missing'>>;

const kinds = ['part', 'tool', 'film', 'supply'] as const;

/**
 * What to lay out, kind by kind, how each tool is set, and what is in the bag but not for this work.
 * @param laid without it nothing can be ticked
 */
export function KitCard({
  kit,
  laid,
  onLay,
}: {
  kit: readonly Line[];
  laid?: Laid;
  onLay?: (title: string, how: 'laid' | 'missing' | undefined) => void;
}) {
  const aside = kit.filter((line) => line.isSetAside);
  const ready = kit.filter((line) => laid?.[line.title] === 'laid').length;
  return (
    <div className={css.kit} data-part="kit">
      {onLay && (
        <p className={css.how} role="status">
          {say('kit.laid', { count: ready, of: kit.length - aside.length })} {say('kit.how')}
        </p>
      )}
      {kinds.map((kind) => {
        const lines = kit.filter((line) => line.kind === kind && !line.isSetAside);
        return lines.length === 0 ? null : (
          <section key={kind}>
            <h3>{say(`kit.${kind}`)}</h3>
            <ul>
              {lines.map((line) => (
                <li key={line.title}>
                  {onLay ? (
                    <Tick line={line} how={laid?.[line.title]} onLay={onLay} />
                  ) : (
                    <span className={css.line}>
                      <Said line={line} />
                    </span>
                  )}
                </li>
              ))}
            </ul>
          </section>
        );
      })}
      {aside.length > 0 && (
        <section className={css.aside}>
          <h3>{say('kit.aside')}</h3>
          <p>{aside.map((line) => line.title).join(', ')}</p>
        </section>
      )}
    </div>
  );
}

/** One tap: it lies ready; the next: it is missing; the third: neither is known. */
function Tick({
  line,
  how,
  onLay,
}: {
  line: Line;
  how?: 'laid' | 'missing';
  onLay: (title: string, how?: 'laid' | 'missing') => void;
}) {
  const next = how === undefined ? 'laid' : how === 'laid' ? 'missing' : undefined;
  return (
    <button
      type="button"
      role="checkbox"
      aria-checked={how === 'laid' ? true : how === 'missing' ? 'mixed' : false}
      className={css.line}
      onClick={() => onLay(line.title, next)}
    >
      <Said line={line} />
      {how && <em>{say(how === 'laid' ? 'kit.laid-out' : 'kit.missing')}</em>}
    </button>
  );
}

const Said = ({ line }: { line: Line }) => (
  <>
    <KitPart line={line} />
    <span>
      {line.count > 1 && <b className="figures">{line.count} × </b>}
      {line.title}
      {line.setting && <small>{line.setting}</small>}
    </span>
  </>
);
