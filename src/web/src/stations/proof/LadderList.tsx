import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { memo, useEffect, useRef } from 'react';
import { Link } from 'react-router';
import type { Schemas } from '../../api/client';
import { EndFaceGlyph } from '../../drawing/EndFaceGlyph';
import { amountOf, LossBar, shown } from '../../drawing/LossBar';
import { StrandTab } from '../../drawing/StrandTab';
import { sayEnd } from '../../parts/sayEnd';
import { pick, usePicked } from '../../shell/picked';
import { useTastes } from '../../shell/tastes';
import { say } from '../../shell/words';
import { holds, saysOf, type End, type Item, type Row } from './ladderRows';
import css from './LadderList.module.css';
import controls from '../../parts/controls.module.css';

interface Props {
  cable: string;
  name: string;
  /** Over the middle column: what the cable is, and how far. */
  summary: string;
  items: Item[];
  /** What is done once at each end. */
  ends: readonly Schemas['EndOfCable'][];
  grouping: Schemas['StrandGrouping'];
  /** The row that was jumped to. */
  found: number;
  isPicking: boolean;
  isPrinting: boolean;
  selected?: string;
  onSelect: (end: End | undefined) => void;
}

/** Heights of a row, in px: the desk's lists are dense, the gloves' roomy. */
const heights = { desk: 28, gloved: 48 } as const;

/** Of a row's height that a tube's or ribbon's name takes; as in the style sheet. */
const groupShare = 0.66;

/** The limit stands at two thirds of the bar. */
const barShare = 1.5;

/** The rows of the strand ladder, of which only those in sight are drawn. */
export function LadderList({
  cable,
  name,
  summary,
  items,
  ends,
  grouping,
  found,
  isPicking,
  isPrinting,
  selected,
  onSelect,
}: Props) {
  const { hands } = useTastes();
  const picked = usePicked();
  const list = useRef<HTMLDivElement>(null);
  const height = heights[hands];
  // On a phone a row is as high as what is in it; elsewhere nothing needs to be measured.
  const isMeasured = window.matchMedia('(max-width: 700px)').matches;
  const virtual = useWindowVirtualizer({
    count: items.length,
    estimateSize: (index) => ('group' in items[index]! ? height * groupShare : height),
    overscan: 12,
    scrollMargin: list.current?.offsetTop ?? 0,
  });
  const { scrollToIndex, measure } = virtual;
  useEffect(() => measure(), [height, measure]);
  useEffect(() => {
    if (found >= 0) scrollToIndex(found, { align: 'center' });
  }, [found, scrollToIndex]);
  const drawn = isPrinting ? items.map((_, index) => ({ index, key: index, start: 0 })) : virtual.getVirtualItems();
  return (
    <div className={`card ${css.list}`} role="table" aria-label={name} aria-rowcount={items.length + 1} data-part="ladder">
      <div className={`${css.rung} ${css.head}`} role="row">
        <span role="columnheader">{say('ladder.strand')}</span>
        <span role="columnheader">
          {say('ladder.near')} <OnceAt ends={ends} end="near" />
        </span>
        <span role="columnheader" className={css.middle}>
          {summary}
        </span>
        <span role="columnheader">
          {say('ladder.far')} <OnceAt ends={ends} end="far" />
        </span>
      </div>
      {items.length === 0 && <p className="says">{say('ladder.none')}</p>}
      <div ref={list} className={css.rungs} role="rowgroup" style={isPrinting ? undefined : { height: virtual.getTotalSize() }}>
        {drawn.map(({ index, key, start }) => {
          const item = items[index]!;
          return (
            <div
              key={key}
              className={`${css.rung} ${index === found ? css.found : ''}`}
              role="row"
              aria-rowindex={index + 2}
              data-index={index}
              ref={isPrinting || !isMeasured ? undefined : virtual.measureElement}
              style={
                isPrinting
                  ? undefined
                  : { transform: `translateY(${start - virtual.options.scrollMargin}px)`, position: 'absolute' }
              }
            >
              {'group' in item ? (
                <span role="cell" aria-colspan={4} className={css.group}>
                  <i style={{ background: item.group.color.hex }} />
                  {say(grouping === 'ribbon' ? 'ladder.ribbon' : 'ladder.tube', {
                    number: item.group.number,
                    color: say(`color.${item.group.color.name}`),
                  })}
                </span>
              ) : (
                <Cells
                  cable={cable}
                  row={item.row}
                  isPicking={isPicking}
                  isNearPicked={picked.some((end) => end.id === item.row.near.id)}
                  isFarPicked={picked.some((end) => end.id === item.row.far.id)}
                  selected={selected === item.row.near.id || selected === item.row.far.id ? selected : undefined}
                  onSelect={onSelect}
                />
              )}
            </div>
          );
        })}
      </div>
    </div>
  );
}

/** The way to the work card of an end, and how far it is. */
function OnceAt({ ends, end }: { ends: readonly Schemas['EndOfCable'][]; end: 'near' | 'far' }) {
  const told = ends.find((each) => each.end === end);
  return (
    told && (
      <Link className={`${css.once} no-print`} to={`/end/${told.strand}`} title={sayEnd(told.line)}>
        {say('end.short', { title: told.line.title, done: told.line.done, of: told.line.of })}
      </Link>
    )
  );
}

/** The strand's loss against its limit; more is told on the link's page. */
function Measured({ cable, row, link }: { cable: string; row: Row; link: Schemas['StrandLink'] }) {
  const says = say('ladder.loss', { loss: shown(link.loss), wavelength: link.wavelength, limit: shown(link.limit) });
  return (
    <span role="cell" className={css.measured} title={link.isInDoubt ? say('run.in-doubt') : says}>
      <LossBar
        loss={amountOf(link.loss)}
        limit={amountOf(link.limit)}
        scale={amountOf(link.limit) * barShare}
        grade={link.isInDoubt ? 'recheck' : link.grade}
        isSmall
      />
      <Link
        to={`/link/${cable}/${row.strand}`}
        aria-label={says}
        className={`figures ${css[link.isInDoubt ? 'recheck' : link.grade]}`}
      >
        {shown(link.loss)}
        {link.isInDoubt ? ' ?' : ''}
        {link.taken < link.of && <small> {say('ladder.readings', { taken: link.taken, of: link.of })}</small>}
      </Link>
    </span>
  );
}

interface CellsProps {
  cable: string;
  row: Row;
  isPicking: boolean;
  isNearPicked: boolean;
  isFarPicked: boolean;
  selected?: string;
  onSelect: Props['onSelect'];
}

const Cells = memo(function Cells({ cable, row, isPicking, isNearPicked, isFarPicked, selected, onSelect }: CellsProps) {
  return (
    <>
      <span role="cell">
        <StrandTab strand={row.strand} color={row.color} />
      </span>
      <EndCell end={row.near} {...{ isPicking, isPicked: isNearPicked, isSelected: selected === row.near.id, onSelect }} />
      {row.link ? (
        <Measured cable={cable} row={row} link={row.link} />
      ) : (
        <span role="cell" className={css.between} title={saysOf(row)}>
          {saysOf(row)}
        </span>
      )}
      <EndCell end={row.far} {...{ isPicking, isPicked: isFarPicked, isSelected: selected === row.far.id, onSelect }} />
    </>
  );
});

interface EndCellProps {
  end: End;
  isPicking: boolean;
  isPicked: boolean;
  isSelected: boolean;
  onSelect: Props['onSelect'];
}

function EndCell({ end, isPicking, isPicked, isSelected, onSelect }: EndCellProps) {
  return (
    <span role="cell" className={`${css.end} ${isSelected ? css.selected : ''}`}>
      {isPicking && (
        <label className={controls.check}>
          <input
            type="checkbox"
            disabled={!holds.open(end)}
            checked={isPicked}
            onChange={() => pick.toggle(end)}
            aria-label={say('ladder.pick-one', { label: end.label })}
          />
        </label>
      )}
      {end.attempt === 0 ? (
        <span className={css.face}>
          <EndFaceGlyph phase={end.phase} attempt={end.attempt} size={22} />
        </span>
      ) : (
        <button
          className={css.face}
          aria-label={say('ladder.story-of', { label: end.label })}
          aria-pressed={isSelected}
          onClick={() => onSelect(isSelected ? undefined : end)}
        >
          <EndFaceGlyph phase={end.phase} attempt={end.attempt} size={22} />
        </button>
      )}
      <Link to={`/bench/${end.id}`} className="figures">
        {end.label}
      </Link>
      {end.needsALook ? (
        <Link to={`/look/${end.id}`} className="bad">
          {say('ladder.look')}
        </Link>
      ) : (
        end.attempt > 0 && (
          <button
            className={`${css.story} ${end.sign ? 'bad' : ''}`}
            tabIndex={-1}
            aria-hidden="true"
            onClick={() => onSelect(isSelected ? undefined : end)}
          >
            {say(end.sign ? 'ladder.trouble' : 'ladder.story')}
          </button>
        )
      )}
    </span>
  );
}
