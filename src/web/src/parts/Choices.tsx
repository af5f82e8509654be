import css from './Choices.module.css';

interface Props {
  question: string;
  choices: readonly { key: string; says: string }[];
  onPick: (key: string) => void;
  /** Said on a last button that picks none. */
  back?: { says: string; onBack: () => void };
  /** One under another, for long answers; small, where a picture takes the room. */
  isOne?: boolean;
  isSmall?: boolean;
}

/** Answers to a question as buttons for gloved hands, each with the digit that picks it. */
export function Choices({ question, choices, onPick, back, isOne, isSmall }: Props) {
  return (
    <fieldset className={`${css.choices} ${isOne ? css.one : ''} ${isSmall ? css.small : ''}`} data-part="choices">
      <legend>{question}</legend>
      {choices.map(({ key, says }, index) => (
        <button type="button" key={key} onClick={() => onPick(key)}>
          <kbd>{index + 1}</kbd> {says}
        </button>
      ))}
      {back && (
        <button type="button" className={css.back} onClick={back.onBack}>
          {back.says}
        </button>
      )}
    </fieldset>
  );
}
