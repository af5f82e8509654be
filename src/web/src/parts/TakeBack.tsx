import { Input } from 'antd';
import { useState } from 'react';
import { SidePanel } from './SidePanel';
import { say } from '../shell/words';
import controls from './controls.module.css';

interface Props {
  what: string;
  cutsGlass: boolean;
  /** How many strands it was done on at once. */
  strands: number;
  /** Entries after it that may no longer fit. */
  later?: number;
  onTakeBack: (reason: string, glassWasCut: boolean, all: boolean) => void;
  onClose: () => void;
}

const reasons = ['undo.tapped', 'undo.other-strand', 'undo.misread'] as const;

/** Takes one entry back: it was recorded wrongly. Two taps; and whether glass was truly cut is asked where it matters. */
export function TakeBack({ what, cutsGlass, strands, later = 0, onTakeBack, onClose }: Props) {
  const [own, setOwn] = useState('');
  const [wasCut, setWasCut] = useState(true);
  const [all, setAll] = useState(true);
  const back = (reason: string) => onTakeBack(reason, cutsGlass && wasCut, all && strands > 1);
  return (
    <SidePanel title={say('bench.wrongly', { what })} onClose={onClose}>
      <p>{say('undo.what')}</p>
      {later > 0 && <p className="doubtful">{say('undo.later', { count: later })}</p>}
      {strands > 1 && (
        <label className={`row ${controls.check}`}>
          <input type="checkbox" checked={all} onChange={(event) => setAll(event.target.checked)} />
          {say('undo.all', { count: strands })}
        </label>
      )}
      {cutsGlass && (
        <label className={`row ${controls.check}`}>
          <input type="checkbox" checked={wasCut} onChange={(event) => setWasCut(event.target.checked)} />
          {say('bench.truly-cut')}
        </label>
      )}
      {reasons.map((reason) => (
        <button type="button" className={controls.button} key={reason} onClick={() => back(say(reason))}>
          {say(reason)}
        </button>
      ))}
      <form
        className="row"
        onSubmit={(event) => {
          event.preventDefault();
          if (own.trim()) back(own);
        }}
      >
        <label className="grow">
          {say('undo.own')}
          <Input value={own} maxLength={500} onChange={(event) => setOwn(event.target.value)} />
        </label>
        <button type="submit" className={controls.button} disabled={!own.trim()}>
          {say('bench.take-back')}
        </button>
      </form>
    </SidePanel>
  );
}
