import { expect } from '@playwright/test';
import { choose, newCable, sent, signIn, tabletOf, takeTogether, test } from './bench';

const ribbon = { recipe: 'R1', build: 'ribbon-12', grade: 'OS2', connector: 'MPO', polish: 'APC', perPort: 12 };

test('a module is opened once for its ribbons, on two tablets, with the network gone between, and its ribbons wait for it', async ({
  page,
  browser,
}) => {
  const cable = await newCable(browser, 'MODULE', 12, ribbon);
  await signIn(page, 'heron', 'saltmarsh-heron');
  await takeTogether(page, cable);
  await expect(page.getByText(/Module first: Goods in/)).toBeVisible();
  await page.getByRole('link', { name: /Module: 0 of 9 done · next Goods in/ }).click();
  await choose(page, /Something differs/);
  await expect(page.getByText(/nothing is opened before the lead has said/)).toBeVisible();
  await choose(page, /It all agrees/);
  await expect(page.getByRole('heading', { name: /Does each leg fit/ })).toBeVisible();
  await page.context().setOffline(true);
  await choose(page, /Each goes in freely/);
  await expect(page.getByRole('heading', { name: /Lid off by its tab/ })).toBeVisible();
  await page.context().setOffline(false);
  await sent(page);
  // The other tablet sees it, does the next step, and this one sees that.
  const other = await tabletOf(browser, 'lead', 'saltmarsh-lead');
  await other.goto(`/proof/${cable}`);
  await other.getByRole('link', { name: 'Module 2/9' }).click();
  await other.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(page.getByRole('heading', { name: /at least 889/ })).toBeVisible();
  await other.context().close();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: /Armor and gel/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await choose(page, /In order, flat/);
  await page.getByRole('heading', { name: /Temporary tie/ }).waitFor();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: /strands have their turn/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo Route' }).click();
  await page.getByRole('button', { name: 'Tapped by mistake' }).click();
  await expect(page.getByRole('heading', { name: /Temporary tie/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await sent(page);
  await page.goBack();
  await expect(page.getByText(/Module first/)).toHaveCount(0);
});

test('a duplex pair is one piece of work: the clip waits for the other fiber, and one tap clips both', async ({
  page,
  browser,
}) => {
  const cable = await newCable(browser, 'DUPLEX', 2, { perPort: 2 });
  await page.addInitScript(() => localStorage.setItem('pace', 'strand-by-strand'));
  await signIn(page, 'heron', 'saltmarsh-heron');
  await page.goto(`/proof/${cable}`);
  await page.locator('a[href^="/bench/"]').first().click();
  await expect(page.getByRole('heading', { name: /1 blue\s*A/ })).toBeVisible();
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByText('A of a pair, with strand 2: not begun')).toBeVisible();
  await page.keyboard.press('c');
  const through = async () => {
    await page.getByRole('heading', { name: 'Boot on · Mark' }).waitFor();
    await page.keyboard.press('Enter');
    await page.locator('[data-part=reading] input').fill('30');
    await page.keyboard.press('Enter');
    await choose(page, /99 %/);
    await choose(page, /It held/);
    await page.getByRole('heading', { name: /Into the fiber holder/ }).waitFor();
    await page.locator('[data-part=reading] input').fill('1.2');
    await page.keyboard.press('Enter');
    await page.getByRole('heading', { name: /^Cleave to/ }).waitFor();
    await page.locator('[data-part=reading] input').fill('10.1');
    await page.keyboard.press('Enter');
    await choose(page, /50 µm/);
    await page.getByRole('heading', { name: 'Insert', exact: true }).waitFor();
    await expect(page.locator('[data-part=card-steps] li')).toHaveCount(5);
    await page.keyboard.press('Enter');
    await choose(page, /No light/);
  };
  await through();
  await page.getByRole('heading', { name: /Light/ }).waitFor();
  await page.keyboard.press('Enter');
  await expect(page.getByText(/strand 2 first: it stands at not begun/)).toBeVisible();
  await page.getByRole('link', { name: 'To strand 2' }).click();
  await expect(page.getByRole('heading', { name: /2 orange\s*B/ })).toBeVisible();
  await page.getByRole('button', { name: 'Begin' }).click();
  await through();
  await page.getByRole('heading', { name: /Light/ }).waitFor();
  await page.keyboard.press('Enter');
  await page.getByRole('heading', { name: 'Boot', exact: true }).waitFor();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: /Accepted/ })).toBeVisible();
  await sent(page);
});

test('what is missing from the kit stops only the step that needs it', async ({ page, browser }) => {
  const cable = await newCable(browser, 'MISSING', 1);
  await signIn(page, 'heron', 'saltmarsh-heron');
  await page.goto(`/proof/${cable}`);
  await page.locator('a[href^="/bench/"]').first().click();
  const cleaver = page.getByRole('checkbox', { name: /cleaver/ });
  await cleaver.click();
  await expect(cleaver).toHaveAttribute('aria-checked', 'true');
  await cleaver.click();
  await expect(cleaver).toHaveText(/missing/);
  await page.reload();
  await expect(cleaver).toHaveText(/missing/);
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.keyboard.press('c');
  await page.getByRole('heading', { name: 'Boot on · Mark' }).waitFor();
  await page.keyboard.press('Enter');
  await page.locator('[data-part=reading] input').fill('30');
  await page.keyboard.press('Enter');
  await choose(page, /99 %/);
  await choose(page, /It held/);
  await page.locator('[data-part=reading] input').fill('1.2');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Missing for this step: cleaver')).toBeVisible();
  await expect(page.locator('[data-part=reading]')).toHaveCount(0);
  await page.getByRole('button', { name: 'It is here now' }).click();
  await expect(page.locator('[data-part=reading]')).toBeVisible();
});

test('where no recipe makes an end the nearest are offered with what stands against them, and a recipe prints as a sheet', async ({
  page,
}) => {
  await signIn(page, 'lead', 'saltmarsh-lead');
  await page.getByRole('link', { name: 'Add a cable' }).first().click();
  await page.getByRole('combobox', { name: 'Build' }).click();
  await page.getByTitle('1.6 mm cordage').click();
  const near = page.locator('[data-part=fitting]').first();
  await expect(near).toContainText('No recipe makes SC UPC on 1.6 mm cordage');
  await expect(near.getByRole('listitem')).toHaveCount(3);
  await expect(near).toContainText('Goes onto');
  await page.goto('/recipes/M5');
  const [sheet] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Sheet, PDF' }).click()]);
  expect(sheet.suggestedFilename()).toBe('sheet-M5.pdf');
});
