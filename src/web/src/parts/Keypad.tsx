import { say } from '../shell/words';
import css from './Keypad.module.css';

interface Props {
  /** Whether a decimal point can be typed. */
  isDecimal: boolean;
  onType: (typed: string) => void;
  onErase: () => void;
}

/** Digits as large keys, for gloves and without the system's keyboard over half of the screen. */
export function Keypad({ isDecimal, onType, onErase }: Props) {
  return (
    <div className={css.keypad} role="group" aria-label={say('bench.keypad')} data-part="keypad">
      {['1', '2', '3', '4', '5', '6', '7', '8', '9', isDecimal ? '.' : '', '0'].map((key) =>
        key === '' ? (
          <span key="none" />
        ) : (
          <button type="button" key={key} onClick={() => onType(key)}>
            {key}
          </button>
        ),
      )}
      <button type="button" aria-label={say('bench.erase')} onClick={onErase}>
        {'⌫'}
      </button>
    </div>
  );
}
