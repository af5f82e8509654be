import type { Schemas } from '../../api/client';
import { KitPart } from '../../drawing/KitPart';
import { say } from '../../shell/words';
import css from './GearTile.module.css';

interface Props {
  gear: Schemas['GearLine'];
  /** Why it is likely at fault. */
  alarm?: string;
  isInHand: boolean;
  onOpen: () => void;
}

/** A tool or lot: what it is called, what is due, and how much of its life is left. */
export function GearTile({ gear, alarm, isInHand, onOpen }: Props) {
  return (
    <button type="button" className={`${css.tile} ${css[alarm ? 'due' : gear.standing]}`} onClick={onOpen}>
      <span className={css.picture}>
        <KitPart line={{ shape: gear.shape }} />
      </span>
      <span className={css.name}>
        <b>{gear.card.name}</b>
        <small>
          {gear.kind} · <span className="figures">{gear.card.code}</span>
          {gear.card.place && ` · ${gear.card.place}`}
          {gear.stock && gear.card.setting && ` · ${gear.card.setting}`}
          {gear.card.isReferenceGrade && ` · ${say('run.cord-graded')}`}
        </small>
      </span>
      {isInHand && <span className={css.hand}>{say('gear.in-hand')}</span>}
      {(alarm || gear.says.length > 0) && <span className={css.says}>{[alarm, ...gear.says].filter(Boolean).join(' ')}</span>}
      {gear.wears.map((wear) => (
        <GearBar key={wear.counter} wear={wear} />
      ))}
      {gear.stock && <StockBar stock={gear.stock} />}
    </button>
  );
}

/** How much of its life a part has behind it; the end of the bar is its life. */
export function GearBar({ wear }: { wear: Schemas['GearWear'] }) {
  const share = Math.min(1, wear.times / wear.life);
  return (
    <span className={css.wear}>
      <span>
        {wear.part}
        {wear.turns > 1 && ` · ${say('gear.turn', { turn: Math.min(wear.turn, wear.turns), turns: wear.turns })}`}
      </span>
      <span className="figures">{say('gear.of-life', { times: wear.says, life: wear.life })}</span>
      <svg viewBox="0 0 100 6" preserveAspectRatio="none" aria-hidden>
        <rect width="100" height="6" rx="1" className={css.life} />
        <rect width={share * 100} height="6" rx="1" className={share >= 1 ? css.worn : share >= 0.9 ? css.nearly : css.used} />
      </svg>
    </span>
  );
}

/** How much of a lot is left; the whole bar is what there was when it was counted. */
export function StockBar({ stock: { says, left, of } }: { stock: Schemas['GearLeft'] }) {
  const share = of > 0 ? left / of : 0;
  return (
    <span className={css.wear}>
      <span className="figures">{says}</span>
      <svg viewBox="0 0 100 6" preserveAspectRatio="none" aria-hidden>
        <rect width="100" height="6" rx="1" className={css.life} />
        <rect width={share * 100} height="6" rx="1" className={share <= 0.1 ? css.nearly : css.used} />
      </svg>
    </span>
  );
}
