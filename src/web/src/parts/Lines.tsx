import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { Icon } from './icons';
import css from './Lines.module.css';

/** Things one under another that lead somewhere; names stand in one column, so that what is beside them begins at one place. */
export const Lines = ({ children }: { children: ReactNode }) => <div className={css.lines}>{children}</div>;

/**
 * One of them: its name, what is to be said of it, and an arrow.
 * @param to where it leads; without it, it leads nowhere
 */
export function Line({ to, name, children }: { to?: string; name: ReactNode; children?: ReactNode }) {
  const within = (
    <>
      <b>{name}</b>
      <span>{children}</span>
      {to ? <Icon name="next" size={20} /> : <span />}
    </>
  );
  return to ? (
    <Link className={css.line} to={to}>
      {within}
    </Link>
  ) : (
    <div className={css.line}>{within}</div>
  );
}
