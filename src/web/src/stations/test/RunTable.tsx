import { Link } from 'react-router';
import type { Schemas } from '../../api/client';
import type { RunKey } from '../../core/core';
import { StrandTab } from '../../drawing/StrandTab';
import { bare } from '../../drawing/LossBar';
import { keepFocus } from '../../shell/keys';
import { say } from '../../shell/words';
import css from './RunTable.module.css';

interface Props {
  cable: string;
  view: Schemas['RunView'];
  /** Nothing for those who only look. */
  onTurn?: (to: RunKey) => void;
}

const signs: Record<Schemas['LossGrade'], string> = { pass: '', marginal: '≈', recheck: '?', invalid: '×', fail: '!' };

/** Every strand's readings, one column a wavelength and direction; the one to take now is framed. */
export function RunTable({ cable, view, onTurn }: Props) {
  const { now, columns, rows } = view;
  return (
    // What scrolls must be reachable by key.
    // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
    <section className={`card ${css.table}`} tabIndex={0} aria-label={say('run.readings')}>
      <table>
        <thead>
          <tr>
            <th scope="col">{say('ladder.strand')}</th>
            {columns.map(({ wavelength, from }) => (
              <th scope="col" key={`${wavelength} ${from}`} className="figures">
                {wavelength} <span>{say(`run.from-${from}`)}</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.strand}>
              <th scope="row">
                <Link to={`/link/${cable}/${row.strand}`}>
                  <StrandTab strand={row.strand} color={row.color} />
                </Link>
                {row.crossed && <small className="bad">{row.crossed}</small>}
              </th>
              {columns.map(({ wavelength, from }, at) => {
                const cell = row.cells[at];
                const isNow = now?.key.strand === row.strand && now.key.wavelength === wavelength && now.key.from === from;
                const says = cell ? `${cell.isInDoubt ? say('run.in-doubt') : cell.says}` : say('run.not-read');
                return (
                  <td key={`${wavelength} ${from}`} className={`${isNow ? css.now : ''} ${cell ? css[cell.grade] : ''}`}>
                    <button
                      disabled={!onTurn}
                      title={says}
                      aria-current={isNow || undefined}
                      aria-label={say('run.cell', {
                        strand: row.strand,
                        wavelength,
                        from: say(`run.from-${from}`),
                        says: cell ? `${cell.loss}: ${says}` : says,
                      })}
                      onMouseDown={keepFocus}
                      onClick={() => onTurn?.({ strand: row.strand, wavelength, from })}
                      className="figures"
                    >
                      {cell ? (
                        <>
                          <s className={cell.isInDoubt ? '' : css.sure}>{bare(cell.loss)}</s>
                          <i>{cell.isInDoubt ? '?' : signs[cell.grade]}</i>
                        </>
                      ) : (
                        '·'
                      )}
                    </button>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      <small className={css.budget}>{view.budget}</small>
    </section>
  );
}
