import type { Schemas } from '../api/client';
import type { FiberCore } from './faces';
import { exportsOf } from './runtime';

/** What the page asks: a picture's file, whose limits, those of a buyer's own written out, and a number to know the answer by. */
export interface FaceAsked {
  turn: number;
  file: Blob;
  profile: string;
  core: FiberCore;
  /** A flat ferrule's row of fibers. */
  isRow: boolean;
  limits: Schemas['FaceLimits'][];
}

export type FaceAnswered = { turn: number } & (
  { answer: Schemas['FaceAnswer'] | Schemas['FaceRowAnswer'] } | { isNoPicture: true } | { fault: string }
);

interface Exports {
  AddProfile(json: string): void;
  Grade(
    file: Uint8Array,
    colors: Uint8Array,
    width: number,
    height: number,
    profile: string,
    core: FiberCore,
    scale: number,
  ): string;
  GradeRow: Exports['Grade'];
}

// The grader keeps a processor busy for seconds: it has a runtime of its own here, so that the bench beside it answers at once.
let booted: Promise<Exports> | undefined;

// Told so, the runtime does not take this worker for a thread of another one.
Object.assign(globalThis, { dotnetSidecar: true });

async function decode(file: Blob): Promise<ImageData | undefined> {
  const picture = await createImageBitmap(file, { colorSpaceConversion: 'none' }).catch(() => undefined);
  if (!picture) return undefined;
  const canvas = new OffscreenCanvas(picture.width, picture.height).getContext('2d', { willReadFrequently: true })!;
  canvas.drawImage(picture, 0, 0);
  return canvas.getImageData(0, 0, picture.width, picture.height);
}

async function answerTo({ turn, file, profile, core, isRow, limits }: FaceAsked): Promise<FaceAnswered> {
  try {
    const picture = await decode(file);
    if (!picture) return { turn, isNoPicture: true };
    const exports = await (booted ??= exportsOf<Exports>('Rhabdon.Vision.Browser', 'FaceExports', [
      'Rhabdon.Vision.wasm',
      'Rhabdon.Vision.Browser.wasm',
    ]));
    for (const own of limits) exports.AddProfile(JSON.stringify(own));
    const bytes = new Uint8Array(await file.arrayBuffer());
    const colors = new Uint8Array(picture.data.buffer);
    return {
      turn,
      answer: JSON.parse(
        (isRow ? exports.GradeRow : exports.Grade)(bytes, colors, picture.width, picture.height, profile, core, 0),
      ),
    };
  } catch (fault) {
    return { turn, fault: (fault as Error).message };
  }
}

self.onmessage = async ({ data }: MessageEvent<FaceAsked>) => self.postMessage(await answerTo(data));
