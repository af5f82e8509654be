// Takes every main view of the demo at 1280x800. Usage: RHABDON_URL=... node shots.mjs FOLDER
import { createRequire } from 'node:module';
import { mkdirSync } from 'node:fs';
const { chromium } = createRequire(`${process.cwd()}/package.json`)('@playwright/test');

const folder = process.argv[2];
mkdirSync(folder, { recursive: true });
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
});
const page = await browser.newPage({
  viewport: { width: 1280, height: 800 },
  baseURL: process.env.RHABDON_URL,
});
const shot = (name) => page.screenshot({ path: `${folder}/${name}.png` });
const settled = () => page.waitForLoadState('networkidle');

await page.goto('/');
await page.getByLabel('Name').waitFor();
await shot('sign-in');
await page.getByLabel('Name').fill('lead');
await page.getByLabel('Password or PIN').fill('4402');
await page.getByRole('button', { name: 'Sign in' }).click();
await page.getByRole('heading', { name: 'Today' }).waitFor();
await settled();
await shot('today');
await page.goto('/plan');
await page.getByRole('heading', { name: 'New job' }).waitFor();
await shot('job');
await page.goto('/');
await page.getByRole('link', { name: 'Add a cable' }).first().click();
await page.getByRole('heading', { name: /New cable/ }).waitFor();
await shot('cable');
await page.goto('/');
await page.getByRole('link', { name: /PH-CS-01/ }).click();
await page.getByRole('heading', { name: 'PH-CS-01' }).waitFor();
await shot('strand-ladder');
await page
  .getByRole('row', { name: /5 slate/ })
  .getByRole('link', { name: 'story' })
  .click();
await page.getByRole('heading', { name: 'Attempt 2' }).waitFor();
await shot('strand-story');
await page.goBack();
await page.getByRole('link', { name: 'PH1-A:08' }).click();
await page.getByText('bites of').waitFor();
await shot('bench');
await page.goBack();
await page.getByRole('link', { name: 'PH1-A:07' }).click();
await page.getByRole('heading', { name: 'Faint light at the joint' }).waitFor();
await shot('bench-trouble');
await browser.close();
