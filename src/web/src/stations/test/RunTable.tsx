import { memo } from 'react';
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
  const key = now?.key;
  const at = columns.findIndex(({ wavelength, from }) => wavelength === key?.wavelength && from === key.from);
  // The columns are of the plan: the same as long as their names are.
  const names = columns.map(({ wavelength, from }) => `${wavelength} ${from}`).join();
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
            <Row
              key={row.strand}
              cable={cable}
              row={row}
              columns={columns}
              names={names}
              nowAt={row.strand === key?.strand ? at : -1}
              onTurn={onTurn}
            />
          ))}
        </tbody>
      </table>
      <small className={css.budget}>{view.budget}</small>
    </section>
  );
}

interface RowProps {
  cable: string;
  row: Schemas['RunRow'];
  columns: Schemas['RunView']['columns'];
  /** What the columns are called: others when it is another. */
  names: string;
  /** The column of the reading to take now; -1 where it is another strand's. */
  nowAt: number;
  onTurn?: (to: RunKey) => void;
}

/** A strand's readings; drawn anew only when one of them, or whose turn it is, has changed. */
const Row = memo(
  ({ cable, row, columns, nowAt, onTurn }: RowProps) => (
    <tr>
      <th scope="row">
        <Link to={`/link/${cable}/${row.strand}`}>
          <StrandTab strand={row.strand} color={row.color} />
        </Link>
        {row.crossed && <small className="bad">{row.crossed}</small>}
      </th>
      {columns.map(({ wavelength, from }, at) => {
        const cell = row.cells[at];
        const says = cell ? `${cell.isInDoubt ? say('run.in-doubt') : cell.says}` : say('run.not-read');
        return (
          <td key={`${wavelength} ${from}`} className={`${at === nowAt ? css.now : ''} ${cell ? css[cell.grade] : ''}`}>
            <button
              disabled={!onTurn}
              title={says}
              aria-current={at === nowAt || undefined}
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
  ),
  (before, after) =>
    before.row === after.row && before.nowAt === after.nowAt && before.names === after.names && before.onTurn === after.onTurn,
);
