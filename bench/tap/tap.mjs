// A tap at the bench: CPU time of the page's main thread from the tap's handler to the commit of the changed screen, set beside the same for a state change
// that shows nothing new. Both in one page, in one run. Usage, in src/web: RHABDON_URL=... node ../../bench/tap/tap.mjs
import { createRequire } from 'node:module';
import { launch, makeCable, signIn } from '../../tests/e2e/chromium.mjs';

const { chromium } = createRequire(`${process.cwd()}/package.json`)('@playwright/test');
const browser = await chromium.launch(launch);
const baseURL = process.env.RHABDON_URL;

const newContext = () => browser.newContext({ baseURL, serviceWorkers: 'block' });

/** Works all near ends of a cable by keyboard and times every tap. */
async function work(name, strands, by) {
  const lead = await newContext();
  const cable = await makeCable(lead.request, name, strands, by);
  await lead.close();
  const context = await newContext();
  const page = await context.newPage();
  await page.clock.install();
  await page.addInitScript(() => {
    // Marks in the trace; the page's own clock is not the real one here.
    window.addEventListener('keydown', (event) => console.timeStamp(`tap ${event.key}`), { capture: true });
    const isOfBench = ({ target }) => (target.closest ? target : target.parentElement)?.closest('[data-part=bench]');
    const watch = new MutationObserver((changes) => changes.some(isOfBench) && console.timeStamp('commit'));
    window.addEventListener('DOMContentLoaded', () =>
      watch.observe(document.body, { subtree: true, childList: true, characterData: true, attributes: true }),
    );
  });
  await signIn(page, 'heron', 'saltmarsh-heron');
  await page.goto(`/proof/${cable}`);
  await page.getByRole('button', { name: 'Pick strands' }).click();
  await page.getByRole('button', { name: 'All open near ends' }).click();
  await page.getByRole('button', { name: /^Take \d+ together/ }).click();
  await page.getByRole('heading', { name: /Begin by/ }).waitFor();
  const session = await context.newCDPSession(page);
  const trace = [];
  const isOfUse = ({ name }) => name === 'RunTask' || name === 'TimeStamp';
  session.on('Tracing.dataCollected', ({ value }) => trace.push(...value.filter(isOfUse)));
  await session.send('Tracing.start', {
    transferMode: 'ReportEvents',
    traceConfig: {
      excludedCategories: ['*'],
      includedCategories: ['devtools.timeline', 'disabled-by-default-devtools.timeline'],
    },
  });
  const shown = () => page.locator('[data-part=bench]').evaluate((bench) => bench.innerText.replace(/\d+:\d\d|in \d+ s/g, ''));
  const calm = async () => {
    let before = '';
    while (before !== (before = await shown())) await new Promise((later) => setTimeout(later, 60));
    return before;
  };
  const over = page.getByRole('heading', { name: /All of this batch is done/ });
  const taps = [];
  const press = async (key) => {
    const before = await calm();
    await page.keyboard.press(key);
    for (let tries = 0; (await shown()) === before; tries++)
      if (tries > 300) throw new Error(`${key} changes nothing at: ${before}`);
    taps.push(key);
  };
  while (!(await over.isVisible())) {
    await calm();
    if ((await page.locator('[data-part=clock]').count()) > 0) {
      await press('Enter');
      await page.clock.fastForward(361_000);
      await page.getByText('Time is up', { exact: true }).waitFor();
      await press('Enter');
    } else if ((await page.locator('[data-part=choices]').count()) > 0) await press('1');
    else if ((await page.locator('[data-part=reading] input').count()) > 0) {
      const good = (await page.locator('#verdict').innerText()).match(/[\d.]+/g).map(Number);
      const isCount = (await page.locator('[data-part=metronome]').count()) > 0;
      await page.locator('[data-part=reading] input').fill(String(isCount ? good[0] : (good[0] + good[1]) / 2));
      await press('Enter');
    } else await press('Enter');
    // A state change that nothing has to be reckoned for: first aid, shown and put away.
    await calm();
    await page.keyboard.press('Alt+f');
    await page.keyboard.press('Alt+f');
  }
  const ended = new Promise((end) => session.once('Tracing.tracingComplete', end));
  await session.send('Tracing.end');
  await ended;
  await context.close();
  report(name, trace, taps.length);
}

function report(name, trace, taps) {
  const main = trace.find((e) => e.name === 'TimeStamp')?.tid;
  const pid = trace.find((e) => e.name === 'TimeStamp')?.pid;
  const mine = trace.filter((e) => e.tid === main && e.pid === pid);
  const tasks = mine.filter((e) => e.name === 'RunTask' && e.ph === 'X').sort((a, b) => a.ts - b.ts);
  const stamps = mine.filter((e) => e.name === 'TimeStamp').sort((a, b) => a.ts - b.ts);
  const cpu = (from, to) =>
    tasks.reduce((sum, task) => {
      const part = Math.min(to, task.ts + task.dur) - Math.max(from, task.ts);
      return part > 0 ? sum + ((task.tdur ?? task.dur) * part) / task.dur : sum;
    }, 0) / 1000;
  const of = (isTap) => {
    const found = [];
    stamps.forEach((stamp, at) => {
      if (!isTap(stamp.args.data.message)) return;
      const next = stamps[at + 1];
      if (next?.args.data.message === 'commit')
        found.push({ cpu: cpu(stamp.ts, next.ts), wall: (next.ts - stamp.ts) / 1000, from: stamp.ts, to: next.ts });
    });
    return found;
  };
  const rank = (some, of, q) => {
    const all = some.map(of).sort((a, b) => a - b);
    return all[Math.min(all.length - 1, Math.floor(all.length * q))] ?? NaN;
  };
  const done = of((what) => /^tap (Enter|1)$/.test(what));
  const empty = of((what) => what === 'tap f');
  const long = tasks.filter((task) => task.dur > 50_000 && task.ts > (done[0]?.from ?? 0));
  const line = (what, some) =>
    `${what} ${some.length}: CPU median ${rank(some, (s) => s.cpu, 0.5).toFixed(1)} ms, p95 ${rank(some, (s) => s.cpu, 0.95).toFixed(1)} ms; wall median ${rank(some, (s) => s.wall, 0.5).toFixed(0)} ms, p95 ${rank(some, (s) => s.wall, 0.95).toFixed(0)} ms`;
  console.log(`${name}: ${taps} taps, ${tasks.length} tasks`);
  console.log(`  ${line('tap to commit', done)}`);
  console.log(`  ${line('empty state change', empty)}`);
  console.log(
    `  tasks over 50 ms: ${long.length}, longest ${(Math.max(0, ...long.map((task) => task.dur)) / 1000).toFixed(0)} ms`,
  );
}

await work('T12', 12);
if (process.argv[2] !== 'short')
  await work('T36', 36, { build: 'ribbon-12', grade: 'OS2', connector: 'MPO', polish: 'APC', recipe: 'R1', perPort: 12 });
await browser.close();
