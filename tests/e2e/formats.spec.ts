import { expect } from '@playwright/test';
import Ajv from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { signIn, test } from './bench';

const schemas = join(__dirname, '../../docs/schemas');

/** JSON Schema draft 2020-12, by a validator that is not ours. */
function validator(name: string) {
  const ajv = new Ajv({ strict: false, allErrors: true });
  addFormats(ajv);
  const check = ajv.compile(JSON.parse(readFileSync(join(schemas, name), 'utf8')) as object);
  return (what: unknown) => (check(what) ? [] : (check.errors ?? []).map((e) => `${e.instancePath} ${e.message}`));
}

test('an exported job is what its JSON Schema says, and an altered one is not', async ({ page }) => {
  await signIn(page, 'lead', 'saltmarsh-lead');
  const jobs = (await (await page.request.get('/api/v1/jobs')).json()) as { job: { id: string } }[];
  const faults = validator('job.schema.json');
  for (const { job } of jobs.slice(-2)) {
    const file = (await (await page.request.get(`/api/v1/jobs/${job.id}/export`)).json()) as Record<string, never[]>;
    expect(faults(file)).toEqual([]);
    expect(faults({ ...file, formatVersion: 'one' })).toEqual(['/formatVersion must be integer']);
    expect(faults({ ...file, cables: [{ ...(file.cables![0] as object), length: 118 }] }).join()).toContain(
      '/cables/0/length must be string',
    );
    expect(faults({ ...file, events: [{ ...(file.events![0] as object), body: { kind: 'unheard-of' } }] })).not.toEqual([]);
  }
});

test('the recipes and ladders that ship are what their JSON Schemas say', () => {
  const core = join(__dirname, '../../src/Rhabdon.Core/Recipes');
  expect(validator('recipe.schema.json')(JSON.parse(readFileSync(join(core, 'Starters/M4.json'), 'utf8')))).toEqual([]);
  expect(validator('ladder.schema.json')(JSON.parse(readFileSync(join(core, 'Ladders/wedge-lock.json'), 'utf8')))).toEqual([]);
});

test('a lead places a cable by a port list: a bad row is named, none is taken, then all', async ({ page }) => {
  await signIn(page, 'lead', 'saltmarsh-lead');
  const halls = await page.evaluate(async () => (await (await fetch('/api/v1/jobs?find=halls')).json())[0].job.id);
  await page.goto(`/plan/${halls}`);
  await page.getByLabel('Cable', { exact: true }).fill('PH-CS-31');
  await page.getByLabel('Strands', { exact: true }).fill('2');
  await page.getByLabel('Length', { exact: true }).fill('118 m');
  await page.getByText('Ports from a list').click();
  const rows = ['strand,end,closet,panel,port', '1,near,PH1,A,13', '2,near,PH1,A,99', '1,far,CS2,B,13', '2,far,CS2,B,14'];
  await page.getByLabel(/^Paste the list/).fill(rows.join('\n'));
  await expect(page.getByRole('row', { name: /^3 port The panel's ports run from 1 to 24/ })).toBeVisible();
  for (const box of await page.getByLabel('Service length').all()) await box.fill('500 mm');
  for (const box of await page.getByLabel('Least to reach the panel').all()) await box.fill('300 mm');
  await page.getByRole('button', { name: 'Add the cable' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'run from 1 to 24' })).toBeVisible();
  await page
    .getByLabel('Choose a CSV file')
    .setInputFiles({ name: 'ports.csv', mimeType: 'text/csv', buffer: Buffer.from(rows.join('\n').replace('99', '14')) });
  await expect(page.getByText('All rows fit: 4')).toBeVisible();
  await page.getByRole('button', { name: 'Add the cable' }).click();
  await expect(page.getByRole('heading', { name: 'PH-CS-31' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'PH1-A:14' })).toBeVisible();
});

test('a job is exported to a file, and an export that takes long can be stopped', async ({ page }) => {
  await signIn(page, 'lead', 'saltmarsh-lead');
  const halls = await page.evaluate(async () => (await (await fetch('/api/v1/jobs?find=halls')).json())[0].job.id);
  await page.goto(`/job/${halls}`);
  const coming = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Record as CSV' }).click();
  const file = readFileSync(await (await coming).path(), 'utf8');
  expect((await coming).suggestedFilename()).toMatch(/\.csv$/);
  expect(file.split('\n')[0]).toContain('strand');
  let release = () => undefined as void;
  const held = new Promise<void>((go) => (release = go));
  await page.route('**/export.zip', async (route) => {
    await held;
    await route.abort();
  });
  await page.getByRole('button', { name: 'Export with pictures' }).click();
  await page.getByRole('button', { name: '0.0 MB so far · Stop' }).click();
  await expect(page.getByRole('button', { name: 'Export with pictures' })).toBeVisible();
  await expect(page.getByRole('alert')).toHaveCount(0);
  release();
});
