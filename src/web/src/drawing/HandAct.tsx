import type { ReactNode } from 'react';
import type { Schemas } from '../api/client';
import css from './HandAct.module.css';

type Work = Schemas['StepWork'];

/** What the hand does at a step that measures nothing, drawn in lines. A kind of work without a drawing leaves the room to the cable's end. */
const acts: Partial<Record<Work, ReactNode>> = {
  // Boot and parts slid onto the fiber, small end toward the hand that holds it.
  'load-parts': (
    <>
      <path d="M20 150 H520" className={css.fiber} />
      <path d="M250 128 L330 118 H400 V182 H330 L250 172 Z" className={css.part} />
      <path d="M282 122 V178 M306 119 V181" className={css.fine} />
      <path d="M470 150 H420" className={css.way} markerEnd="url(#way)" />
      <path d="M60 110 C90 96 120 104 150 120 L176 138 C186 146 178 156 166 152 L128 140" className={css.hand} />
      <path d="M60 190 C92 204 124 196 152 182 L178 162 C186 154 180 146 168 148" className={css.hand} />
    </>
  ),
};

export const hasDrawing = (work: Work): boolean => !!acts[work];

export function HandAct({ work, title }: { work: Work; title: string }) {
  return (
    <svg className={css.act} viewBox="0 0 540 300" role="img" aria-label={title}>
      <defs>
        <marker id="way" viewBox="0 0 10 10" refX="8" refY="5" markerWidth="5" markerHeight="5" orient="auto">
          <path d="M0 0 L10 5 L0 10 Z" className={css.head} />
        </marker>
      </defs>
      {acts[work]}
    </svg>
  );
}
