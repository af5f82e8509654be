// A reading kept in a test run: from the key to the next strand on the screen, set beside a frame. The meter is not asked. Usage, in src/web:
// RHABDON_URL=... node ../../bench/run/run.mjs
import { createRequire } from 'node:module';
import { launch, makeCable, signIn } from '../../tests/e2e/chromium.mjs';

const { chromium } = createRequire(`${process.cwd()}/package.json`)('@playwright/test');
const browser = await chromium.launch(launch);
const baseURL = process.env.RHABDON_URL;
const frame = 1000 / 60;

async function measured(strands, readings) {
  const lead = await browser.newContext({ baseURL });
  const cable = await makeCable(lead.request, `Run ${strands} ${Date.now()}`, strands);
  await lead.close();
  const context = await browser.newContext({ baseURL, serviceWorkers: 'block' });
  const page = await context.newPage();
  await page.addInitScript(() => localStorage.setItem('meter keeps by itself', 'no'));
  await signIn(page, 'heron', 'saltmarsh-heron');
  await page.goto(`/test/${cable}`);
  await page.getByRole('button', { name: 'Take the reference' }).click();
  await page.getByLabel('Cord 1, as it is marked').fill('TC-14');
  await page.getByRole('button', { name: 'Keep the reference' }).click();
  const times = [];
  for (let at = 0; at < readings; at++) {
    await page.locator('[data-part=reading] input:focus').waitFor();
    const before = await page.locator('[data-part=now]').innerText();
    await page.keyboard.type('42');
    await page.evaluate(() => {
      const card = document.querySelector('[data-part=now]');
      const was = card.querySelector('h2').innerText;
      window.took = new Promise((tell) => {
        let began = 0;
        window.addEventListener('keydown', () => (began = performance.now()), { capture: true, once: true });
        const watch = new MutationObserver(() => {
          if (card.querySelector('h2')?.innerText === was) return;
          watch.disconnect();
          tell(performance.now() - began);
        });
        watch.observe(card, { subtree: true, childList: true, characterData: true, attributes: true });
      });
    });
    await page.keyboard.press('Enter');
    times.push(await page.evaluate(() => window.took));
    await page.waitForFunction((was) => document.querySelector('[data-part=now]').innerText !== was, before);
  }
  await context.close();
  times.sort((a, b) => a - b);
  const [median, p95] = [times[times.length >> 1], times[Math.floor(times.length * 0.95)]];
  console.log(
    `run: ${strands} strands: a reading kept and the next one shown in ${median.toFixed(1)} ms (p95 ${p95.toFixed(1)}); a frame ${frame.toFixed(1)} ms; ratio ${(median / frame).toFixed(2)} (aim <= 1)`,
  );
}

await measured(12, 40);
await measured(144, 40);
await browser.close();
