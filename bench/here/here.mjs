// An end face graded in this page, where there is no network, set beside the same graded by the server: from the picture's choosing to the verdict on Verify.
// Usage, in src/web: RHABDON_URL=... node ../../bench/here/here.mjs
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { launch, signIn } from '../../tests/e2e/chromium.mjs';

const { chromium } = createRequire(`${process.cwd()}/package.json`)('@playwright/test');
const runs = 8;
const verdicts = { pitted: /^Fails/, clean: 'Passes' };

const browser = await chromium.launch(launch);
const context = await browser.newContext({ baseURL: process.env.RHABDON_URL, serviceWorkers: 'block' });
const page = await context.newPage();
await signIn(page, 'lead', 'saltmarsh-lead');
await page.getByRole('link', { name: 'Verify', exact: true }).click();
await page.getByLabel('Choose or drop a picture').waitFor({ state: 'attached' });

const megapixel = async (name) => {
  const small = readFileSync(new URL(`../../tests/e2e/faces/${name}.png`, import.meta.url)).toString('base64');
  const large = await page.evaluate(async (file) => {
    const picture = await createImageBitmap(new Blob([Uint8Array.from(atob(file), (c) => c.charCodeAt(0))]));
    const canvas = Object.assign(document.createElement('canvas'), { width: 1156, height: 867 });
    canvas.getContext('2d').drawImage(picture, 0, 0, canvas.width, canvas.height);
    return canvas.toDataURL('image/png').split(',')[1];
  }, small);
  return { name: `${name}.png`, mimeType: 'image/png', buffer: Buffer.from(large, 'base64') };
};

const seconds = async (picture, verdict) => {
  const began = performance.now();
  await page.getByLabel('Choose or drop a picture').setInputFiles(picture);
  await page.getByRole('heading', { name: verdict }).waitFor();
  return (performance.now() - began) / 1000;
};

const grader = '**/api/v1/calc/end-face';
const pictures = [];
for (const [name, verdict] of Object.entries(verdicts)) pictures.push([await megapixel(name), verdict]);

const times = { here: [], there: [] };
for (let run = 0; run < 2 * runs; run++) {
  // Each picture in turn, so that every verdict is a new one; two by the server, two here.
  const isOffline = run % 4 > 1;
  if (isOffline) await page.route(grader, (route) => route.abort());
  else await page.unroute(grader);
  times[isOffline ? 'here' : 'there'].push(await seconds(...pictures[run % 2]));
}
const first = times.here.shift();
const median = (some) => some.sort((a, b) => a - b)[Math.floor(some.length / 2)];
const [here, there] = [median(times.here), median(times.there)];
console.log(
  `here: 1 megapixel graded in this page ${here.toFixed(2)} s (${first.toFixed(2)} s the first time), by the server ${there.toFixed(2)} s; ratio ${(here / there).toFixed(1)}`,
);
await browser.close();
