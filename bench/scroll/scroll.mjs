// The strand ladder of 864 strands scrolled from end to end, roomy and dense: scripting and layout of each frame, and tasks over 50 ms.
// Usage, in src/web: RHABDON_URL=... node ../../bench/scroll/scroll.mjs
import { createRequire } from 'node:module';
import { launch, makeCable, signIn } from '../../tests/e2e/chromium.mjs';

const { chromium } = createRequire(`${process.cwd()}/package.json`)('@playwright/test');
const browser = await chromium.launch(launch);
const baseURL = process.env.RHABDON_URL;
const strands = 864;

const lead = await browser.newContext({ baseURL, serviceWorkers: 'block' });
const cable = await makeCable(lead.request, process.argv[2] ?? 'S864', strands);
await lead.close();

for (const hands of ['gloved', 'desk']) {
  const context = await browser.newContext({ baseURL, serviceWorkers: 'block', viewport: { width: 1280, height: 800 } });
  await context.addInitScript((chosen) => localStorage.setItem('hands', chosen), hands);
  const page = await context.newPage();
  await signIn(page, 'heron', 'saltmarsh-heron');
  await page.goto(`/proof/${cable}`);
  await page
    .getByRole('row', { name: /1 blue/ })
    .first()
    .waitFor();
  await page.waitForTimeout(1_000);
  const session = await context.newCDPSession(page);
  const trace = [];
  session.on('Tracing.dataCollected', ({ value }) => trace.push(...value));
  await session.send('Tracing.start', {
    transferMode: 'ReportEvents',
    traceConfig: {
      excludedCategories: ['*'],
      includedCategories: ['devtools.timeline', 'disabled-by-default-devtools.timeline'],
    },
  });
  await page.mouse.move(600, 400);
  const height = await page.evaluate(() => document.documentElement.scrollHeight);
  for (let at = 0; at < height; at += 400) {
    await page.mouse.wheel(0, 400);
    await page.waitForTimeout(40);
  }
  const ended = new Promise((end) => session.once('Tracing.tracingComplete', end));
  await session.send('Tracing.end');
  await ended;
  // The page's own thread is the one that draws most frames.
  const began = trace.filter((event) => event.name === 'BeginMainThreadFrame' || event.name === 'AnimationFrame');
  const threadOf = ({ pid, tid }) => `${pid} ${tid}`;
  const counts = Map.groupBy
    ? Map.groupBy(began, threadOf)
    : began.reduce((map, event) => map.set(threadOf(event), [...(map.get(threadOf(event)) ?? []), event]), new Map());
  const [main, drawn] = [...counts].sort(([, a], [, b]) => b.length - a.length)[0] ?? ['', []];
  const isMain = (event) => threadOf(event) === main;
  const tasks = trace.filter((event) => event.name === 'RunTask' && event.ph === 'X' && isMain(event));
  const frames = drawn.map((event) => event.ts).sort((a, b) => a - b);
  const works = new Set(['FunctionCall', 'UpdateLayoutTree', 'Layout', 'RunMicrotasks', 'EventDispatch', 'FireAnimationFrame']);
  // Nested ones count once: the outermost of each stretch of time.
  const spans = trace
    .filter((event) => event.ph === 'X' && isMain(event) && works.has(event.name))
    .sort((a, b) => a.ts - b.ts || b.dur - a.dur)
    .reduce((kept, event) => (kept.at(-1) && event.ts < kept.at(-1).ts + kept.at(-1).dur ? kept : [...kept, event]), []);
  const each = frames.map(
    (from, at) =>
      spans
        .filter((span) => span.ts >= from && span.ts < (frames[at + 1] ?? Infinity))
        .reduce((sum, span) => sum + (span.tdur ?? span.dur), 0) / 1000,
  );
  const rank = (share) => [...each].sort((a, b) => a - b)[Math.floor(each.length * share)] ?? NaN;
  const long = tasks.filter((task) => task.dur > 50_000);
  console.log(
    `scroll: ${strands} strands, ${hands}: ${frames.length} frames, scripting and layout median ${rank(0.5).toFixed(1)} ms, p95 ${rank(0.95).toFixed(1)} ms a frame (aim < 8); tasks over 50 ms: ${long.length}`,
  );
  await context.close();
}
await browser.close();
