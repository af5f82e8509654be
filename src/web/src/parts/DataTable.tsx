import { Table, type TableProps } from 'antd';
import css from './DataTable.module.css';

/** A table of rows that are all shown; where the page is narrower than it, it scrolls sideways by itself. */
export function DataTable<T extends object>(table: TableProps<T>) {
  return (
    // What scrolls must be reachable by key.
    // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
    <div className={css.scrolls} tabIndex={0}>
      <Table<T> size="small" pagination={false} {...table} />
    </div>
  );
}
