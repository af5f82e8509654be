import type { Schemas } from '../api/client';
import { say } from '../shell/words';

/** How far the work is that is done once at a cable's end: "Module: 2 of 9 done · next Lid off". */
export const sayEnd = ({ title, done, of, next }: Schemas['CableEndLine']): string =>
  next ? say('end.line', { title, done, of, next }) : say('end.line-still', { title, done, of });
