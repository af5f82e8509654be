import { api, got, type Schemas } from '../api/client';
import { say } from '../shell/words';
import type { FaceAnswered, FaceAsked } from './faceWorker';

export type FaceAnswer = Schemas['FaceAnswer'];
export type FiberCore = Schemas['FiberCore'];
export type FaceRowAnswer = Schemas['FaceRowAnswer'];

let worker: Worker | undefined;
let turns = 0;
let own: Schemas['FaceLimits'][] = [];

/** The buyers' own limits, for grading in this page. */
export const knowLimits = (limits: Schemas['FaceLimits'][]) => {
  own = limits;
};

/** Graded in this page: the same rules as the server's, slower. */
function gradeHere<T>(file: Blob, profile: string, core: FiberCore, isRow: boolean): Promise<T> {
  const grader = (worker ??= new Worker(new URL('./faceWorker.ts', import.meta.url), { type: 'module' }));
  const asked: FaceAsked = { turn: ++turns, file, profile, core, isRow, limits: own.filter((one) => one.id === profile) };
  return new Promise((resolve, reject) => {
    const over = () => {
      grader.removeEventListener('message', hear);
      grader.removeEventListener('error', fail);
    };
    const hear = ({ data }: MessageEvent<FaceAnswered>) => {
      if (data.turn !== asked.turn) return;
      over();
      if ('answer' in data) resolve(data.answer as T);
      else reject(new Error('fault' in data ? say('verify.not-here', { why: data.fault }) : say('problem.picture')));
    };
    const fail = (event: ErrorEvent) => {
      over();
      worker = undefined;
      reject(new Error(say('verify.not-here', { why: event.message ?? '' })));
    };
    grader.addEventListener('message', hear);
    grader.addEventListener('error', fail);
    grader.postMessage(asked);
  });
}

/**
 * The picture and nothing else: drawn anew, so that neither what a camera wrote into the file nor what somebody put behind it comes along. One that cannot be
 * drawn is left as it is, for the grader to say why it is none.
 */
export async function pictureOnly(file: Blob): Promise<Blob> {
  try {
    const picture = await createImageBitmap(file, { colorSpaceConversion: 'none' });
    const canvas = new OffscreenCanvas(picture.width, picture.height);
    canvas.getContext('2d')!.drawImage(picture, 0, 0);
    return await canvas.convertToBlob(file.type === 'image/jpeg' ? { type: file.type, quality: 0.95 } : { type: 'image/png' });
  } catch {
    return file;
  }
}

/** What is sent to the server's grader. */
const asked = (file: Blob, profile: string, core: FiberCore) => ({
  body: { picture: '', profile, core, umPerPixel: null },
  bodySerializer: () => {
    const form = new FormData();
    form.append('profile', profile);
    form.append('core', core);
    form.append('picture', file, 'picture');
    return form;
  },
});

async function graded<T>(there: Promise<T>, here: () => Promise<T>): Promise<T & { isHere: boolean }> {
  try {
    return { ...(await there), isHere: false };
  } catch (fault) {
    if (!(fault instanceof TypeError)) throw fault;
    return { ...(await here()), isHere: true };
  }
}

/** A picture graded: by the server when there is one, else in this page. */
export const gradeFace = (file: Blob, profile: string, core: FiberCore) =>
  graded<FaceAnswer>(got(api.POST('/api/v1/calc/end-face', asked(file, profile, core))), () =>
    gradeHere(file, profile, core, false),
  );

/** The same of a flat ferrule's row of fibers. */
export const gradeRow = (file: Blob, profile: string, core: FiberCore) =>
  graded<FaceRowAnswer>(got(api.POST('/api/v1/calc/end-face-row', asked(file, profile, core))), () =>
    gradeHere(file, profile, core, true),
  );
