// Takes every main view of the demo at 1280x800. Usage: RHABDON_URL=... node shots.mjs FOLDER
import { createRequire } from 'node:module';
import { mkdirSync } from 'node:fs';
import { launch, signIn } from './chromium.mjs';
const { chromium } = createRequire(`${process.cwd()}/package.json`)('@playwright/test');

const folder = process.argv[2];
mkdirSync(folder, { recursive: true });
const browser = await chromium.launch(launch);
const page = await browser.newPage({
  viewport: { width: 1280, height: 800 },
  baseURL: process.env.RHABDON_URL,
  reducedMotion: 'reduce',
});
const cableOf = (name) => page.evaluate(async (text) => (await (await fetch(`/api/v1/find?text=${text}`)).json())[0].id, name);
const shot = (name) => page.screenshot({ path: `${folder}/${name}.png` });

await signIn(page, 'lead', 'saltmarsh-lead');
await page.getByText('of 24 ends').first().waitFor();
await page
  .getByRole('link', { name: /PH-CS-01/ })
  .first()
  .click();
await page.getByRole('heading', { name: 'PH-CS-01' }).waitFor();
await page.getByRole('link', { name: 'Measure' }).click();
await page.getByRole('button', { name: 'Take the reference' }).click();
await page.getByLabel('Cord 1, as it is marked').fill('TC-14');
for (const wavelength of [850, 1300]) await page.getByLabel(`Meter at ${wavelength} nm, in dBm`).fill('-20.12');
await page.getByRole('button', { name: 'Keep the reference' }).click();
for (const read of ['31', '28', '42', '40', '58', '55', '27', '26', '2.64', '2.41', '91', '84']) {
  await page.locator('[data-part=reading] input:focus').waitFor();
  const before = await page.locator('[data-part=now] h2').innerText();
  await page.keyboard.type(`${read}\n`);
  await page.waitForFunction((was) => document.querySelector('[data-part=now] h2').innerText !== was, before);
}
await page.keyboard.type('44');
await page.getByText('Passes, 1.4').waitFor();
await shot('test-run');
await page.locator('[data-part=reading] input').fill('');
await page.getByText('all sent').waitFor();
await page.getByRole('link', { name: /5 slate/ }).click();
await page.getByRole('heading', { name: 'Try next' }).waitFor();
await page.locator('[data-part=expected-curve] path').first().waitFor();
await shot('link');
await page.getByRole('link', { name: /^Links of/ }).click();
await page.getByText(/of \d+ links measured/).waitFor();
await page.getByRole('link', { name: 'What a joint loses' }).click();
await page.getByText('0.205').first().waitFor();
const drawing = await page.locator('[data-part=joint] svg[role=img]').boundingBox();
await page.mouse.move(drawing.x + drawing.width * 0.7, drawing.y + drawing.height / 2);
await page.mouse.down();
await page.mouse.move(drawing.x + drawing.width * 0.72, drawing.y + drawing.height * 0.48, { steps: 4 });
await page.mouse.move(drawing.x + drawing.width * 0.74, drawing.y + drawing.height * 0.53, { steps: 4 });
await page.mouse.up();
await page.getByText('in the mean').waitFor();
await shot('joint');
await page.goBack();
await page.goBack();
await page.getByRole('heading', { name: 'Try next' }).waitFor();
await page.getByRole('link', { name: 'PH-CS-01' }).first().click();
await page.getByRole('heading', { name: 'PH-CS-01' }).waitFor();
await page
  .getByRole('row', { name: /5 slate/ })
  .getByRole('button', { name: /^Story of/ })
  .click();
await page.getByRole('heading', { name: /^Attempt 2/ }).waitFor();
await shot('strand-ladder');
await page.getByRole('link', { name: 'The whole story' }).click();
await page.getByRole('button', { name: 'Print' }).waitFor();
await shot('strand-story');
await page.goBack();
await page.getByRole('link', { name: 'PH1-A:07' }).click();
await page.getByRole('heading', { name: 'Faint light at the joint' }).waitFor();
await shot('bench-trouble');
await page.goBack();
await page.getByRole('button', { name: 'Pick strands' }).click();
await page.getByRole('button', { name: 'All open far ends' }).click();
await page.getByRole('button', { name: /^Take 12 together/ }).click();
await page.getByRole('checkbox', { name: /cleaver/ }).click();
await page.getByRole('checkbox', { name: /boot for 900/ }).click();
await shot('kit');
await page.getByRole('button', { name: /^Begin strands/ }).click();
for (const title of [/Boot onto/, /Mark/, /Buffer off/]) {
  await page.getByRole('heading', { name: title }).waitFor();
  await page.getByRole('button', { name: /^Done: strands/ }).click();
}
for (const [strand, read] of [
  [1, '30.2'],
  [2, '29.8'],
  [3, '33'],
]) {
  await page.locator('[data-part=tray] [aria-current]', { hasText: String(strand) }).waitFor();
  await page.locator('[data-part=reading] input').fill(read);
  await page.getByRole('button', { name: 'Done', exact: true }).click();
}
await page.getByRole('button', { name: 'Later, go on' }).click();
await page.locator('[data-part=reading] input').fill('30.4');
await page.getByText('good:').waitFor();
await page.getByRole('button', { name: /^Ready/ }).waitFor();
await shot('bench');
await page.getByText('all sent').waitFor();
await page.getByRole('link', { name: 'Today', exact: true }).click();
await page.getByRole('region', { name: 'To do now' }).waitFor();
await shot('today');
const halls = await page.evaluate(async () => (await (await fetch('/api/v1/jobs?find=halls')).json())[0].job.id);
await page.goto(`/job/${halls}`);
await page.getByRole('heading', { name: 'By cable' }).waitFor();
await shot('job-overview');
await page.getByRole('link', { name: 'Which method' }).click();
await page.getByRole('row', { name: /^For these ends/ }).waitFor();
await shot('methods');
await page.getByRole('link', { name: 'Plan', exact: true }).click();
await page.getByRole('link', { name: 'Days', exact: true }).click();
await page.getByRole('button', { name: 'Plan the days' }).click();
await page.getByRole('button', { name: 'Keep these days' }).waitFor();
await shot('days');
await page.getByRole('button', { name: 'Drop changes' }).click();

await page.getByRole('link', { name: 'Verify', exact: true }).click();
await page.getByLabel('Choose or drop a picture').setInputFiles(new URL('faces/pitted.png', import.meta.url).pathname);
await page.getByText('Do next').waitFor();
await page.keyboard.press('z');
await shot('verify');

await page.getByRole('link', { name: 'Recipes', exact: true }).click();
await page
  .getByRole('link', { name: /Anaerobic/ })
  .first()
  .click();
await page.getByRole('heading', { name: 'Strip plan' }).waitFor();
await shot('recipe');
await page.getByRole('link', { name: 'Gear', exact: true }).click();
await page.getByRole('button', { name: /Cleaver 1/ }).waitFor();
await shot('gear');

// A module is opened once for its ribbons.
await page.goto(`/proof/${await cableOf('PH-CT-01')}`);
await page
  .getByRole('link', { name: /^Module/ })
  .first()
  .click();
for (const [title, key] of [
  [/Cable against/, '1'],
  [/Does each leg/, '1'],
  [/Lid off/, 'Enter'],
]) {
  await page.getByRole('heading', { name: title }).waitFor();
  await page.keyboard.press(key);
}
await page.getByRole('heading', { name: /at least 889/ }).waitFor();
await shot('cable-end');

// Six hot-melt ends in the dark of a closet: the oven warms up while they are marked.
await page.goto(`/proof/${await cableOf('CT-WS-04')}`);
await page.getByRole('button', { name: 'Change light and dark' }).click();
await page.getByRole('button', { name: 'Pick strands' }).click();
await page.getByRole('button', { name: 'All open near ends' }).click();
await page.getByRole('button', { name: /^Take 6 together/ }).click();
await page.getByRole('button', { name: /^Ready/ }).click();
await page.getByLabel('Where are you? Room or closet').fill('Closet WS1');
await page.getByRole('button', { name: 'Work here' }).click();
await page.getByText(/points are open/).waitFor();
await page.getByRole('button', { name: 'Close' }).click();
await page.getByRole('button', { name: /^Begin strands/ }).click();
await page.getByRole('heading', { name: /Oven on now/ }).waitFor();
await page.keyboard.press('Enter');
await page.getByRole('heading', { name: /Boot, small end first/ }).waitFor();
await page.keyboard.press('1');
await page.getByRole('heading', { name: /Mark the jacket/ }).waitFor();
await page.locator('[data-part=clocks] [data-clock]').waitFor();
await shot('bench-clocks');
await page.getByRole('button', { name: 'Change light and dark' }).click();
await page.getByText('all sent').waitFor();

// The first strand of the workshop's cordage.
await page.goto(`/proof/${await cableOf('CT-WS-03')}`);
await page.locator('a[href^="/bench/"]').first().click();
await page.getByRole('button', { name: 'Begin' }).click();
const next = async (act) => {
  const before = await page.locator('[data-part=work]').innerText();
  await act();
  await page.waitForFunction((text) => document.querySelector('[data-part=work]').innerText !== text, before);
};
while (!(await page.locator('[data-part=clock]').isVisible())) {
  const good =
    (await page.locator('#verdict').isVisible()) && (await page.locator('#verdict').innerText()).match(/[\d.]+/g).map(Number);
  if (good) await page.locator('[data-part=reading] input').fill(String((good[0] + good[1]) / 2));
  const isChoice = await page.locator('[data-part=choices]').isVisible();
  await next(() => page.keyboard.press(isChoice ? '1' : 'Enter'));
}

// On to the look at the face, through the stand-in's microscope.
while (!(await page.locator('[data-part=sources]').isVisible())) {
  if (await page.locator('[data-part=clock]').isVisible()) {
    const start = page.getByRole('button', { name: 'Start the time' });
    if (await start.isVisible()) await start.click();
    await page.getByText('Time is up', { exact: true }).waitFor({ timeout: 120_000 });
  }
  if (await page.locator('[data-part=metronome]').isVisible()) {
    await page.locator('[data-part=reading] input').fill((await page.locator('#verdict').innerText()).match(/\d+/)[0]);
  }
  const isChoice = await page.locator('[data-part=choices]').isVisible();
  await page
    .locator(isChoice ? '[data-part=choices] button' : '[data-part=work] [type=submit]')
    .first()
    .click();
  await page.waitForTimeout(500);
}
await page.getByRole('button', { name: /^Look/ }).click();
await page.getByRole('button', { name: /^Record/ }).waitFor();
await page.keyboard.press('z');
await shot('bench-face');

const phone = await browser.newContext({
  viewport: { width: 390, height: 844 },
  baseURL: process.env.RHABDON_URL,
  storageState: { cookies: await page.context().cookies(), origins: [] },
});
const small = await phone.newPage();
await small.goto('/');
await small.locator('a[href^="/batch/"]').first().click();
await small.locator('[data-part=narrow-figure]').waitFor();
await small.screenshot({ path: `${folder}/bench-phone.png` });
await browser.close();
