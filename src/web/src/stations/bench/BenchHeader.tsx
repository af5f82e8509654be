import { Link } from 'react-router';
import type { Schemas } from '../../api/client';
import type { Guidance, Pace } from '../../core/core';
import type { ReadyShown } from '../../core/gearSession';
import { EndFaceGlyph } from '../../drawing/EndFaceGlyph';
import { StrandTab } from '../../drawing/StrandTab';
import type { Strand } from '../../shell/tablet';
import { keepFocus } from '../../shell/keys';
import { say } from '../../shell/words';
import css from './BenchHeader.module.css';
import controls from '../../parts/controls.module.css';

interface Props {
  strand: Strand;
  bench: Schemas['BenchView'] | null;
  /** Where its port holds two. */
  pair?: Schemas['PairView'] | null;
  /** Of a batch; without one, a strand by itself. */
  pace?: Pace;
  guidance: Guidance;
  mayWork: boolean;
  isAidShown: boolean;
  onPace: () => void;
  onGuidance: () => void;
  onBatch: () => void;
  onAid: () => void;
  /** How the ready check stands; nothing where it is not known. */
  ready?: ReadyShown;
  onReady: () => void;
}

/** Which strand it is, by number and color, and by what recipe; on one line, whatever its label. */
export function BenchHeader({
  strand,
  bench,
  pair,
  pace,
  guidance,
  mayWork,
  isAidShown,
  onPace,
  onGuidance,
  onBatch,
  onAid,
  ready,
  onReady,
}: Props) {
  return (
    <header className={`${css.header} ${pace ? css.ofBatch : ''}`}>
      {bench && <EndFaceGlyph phase={bench.phase} attempt={bench.attempt} size={44} />}
      <h1>
        <StrandTab strand={strand.strand} color={strand.color} />
        {pair && <span className={css.position}>{pair.position}</span>}
      </h1>
      <span className={css.where}>
        <span className="figures" title={strand.label}>
          {strand.label}
        </span>
        <Link to={`/proof/${strand.cable}`}>
          {strand.cableName} {say(`end.${strand.end}`)}
        </Link>
      </span>
      {bench && bench.attempt > 1 && <b className="doubtful">{say('bench.attempt', { number: bench.attempt })}</b>}
      {bench && bench.try > 1 && <b className="doubtful">{say('bench.try', { number: bench.try })}</b>}
      <span className="grow" />
      <span className={css.actions}>
        {bench && (
          <span className={controls.tag} title={bench.isConfirmed ? undefined : say('bench.unconfirmed-why')}>
            {say(bench.isConfirmed ? 'bench.confirmed' : 'bench.unconfirmed', { recipe: bench.recipe })}
          </span>
        )}
        {mayWork && ready && (
          <button
            className={`${controls.button} ${ready.ready?.isReady === false ? css.notReady : ''}`}
            onMouseDown={keepFocus}
            onClick={onReady}
          >
            {say(!ready.ready ? 'ready.button-none' : ready.ready.open > 0 ? 'ready.button-open' : 'ready.button-all', {
              count: ready.ready?.open ?? 0,
            })}
          </button>
        )}
        {pace && (
          <button className={controls.button} onMouseDown={keepFocus} onClick={onPace}>
            {say(`pace.${pace}`)}
          </button>
        )}
        {mayWork && (
          <button
            className={controls.button}
            onMouseDown={keepFocus}
            aria-label={say(`guidance.${guidance}-long`)}
            onClick={onGuidance}
          >
            {say(`guidance.${guidance}`)}
          </button>
        )}
        {mayWork && (
          <button className={controls.button} onMouseDown={keepFocus} onClick={onBatch}>
            {say('batch.button')}
          </button>
        )}
        <button className={controls.button} onMouseDown={keepFocus} aria-expanded={isAidShown} onClick={onAid}>
          {say('bench.first-aid')}
        </button>
      </span>
    </header>
  );
}
