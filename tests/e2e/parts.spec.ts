import { expect } from '@playwright/test';
import { test } from './bench';

test.use({ viewport: { width: 1280, height: 800 } });

const wear = (look: 'light' | 'dark', hands: 'gloved' | 'desk') =>
  [
    ([look, hands]: string[]) => {
      localStorage.setItem('look', look!);
      localStorage.setItem('hands', hands!);
    },
    [look, hands],
  ] as const;

for (const [look, hands, width] of [
  ['light', 'gloved', 1280],
  ['dark', 'gloved', 1280],
  ['light', 'desk', 1280],
  ['dark', 'gloved', 390],
] as const)
  test(`the parts look as they were kept: ${look}, ${hands}, ${width} px wide`, async ({ page }) => {
    await page.setViewportSize({ width, height: 800 });
    await page.addInitScript(...wear(look, hands));
    await page.goto('/parts');
    await expect(page.getByRole('heading', { level: 1, name: 'Parts' })).toBeVisible();
    await page.evaluate(() => document.fonts.ready);
    // Another build of the browser may smooth edges otherwise; a part that is gone, moved or of another color is more than that.
    await expect(page).toHaveScreenshot(`parts-${look}-${hands}-${width}.png`, { fullPage: true, maxDiffPixelRatio: 0.03 });
  });

test('every state of the end-face glyph differs from every other in black and white at 16 px', async ({ page }) => {
  await page.goto('/parts');
  const glyphs = page.getByRole('region', { name: 'EndFaceGlyph' }).locator('p').first().locator('[data-phase]');
  await expect(glyphs).toHaveCount(8);
  const pictures: string[] = [];
  for (const glyph of (await glyphs.all()).slice(0, 7)) pictures.push((await glyph.screenshot()).toString('base64'));
  // Ink or paper, pixel by pixel, of the upper left 16 by 16: the attempt's number beside it does not count.
  const inks = await page.evaluate(async (encoded) => {
    const read = async (one: string) => {
      const picture = await createImageBitmap(new Blob([Uint8Array.from(atob(one), (each) => each.charCodeAt(0))]));
      const canvas = new OffscreenCanvas(16, 16);
      const context = canvas.getContext('2d')!;
      context.drawImage(picture, 0, 0);
      const { data } = context.getImageData(0, 0, 16, 16);
      return Array.from(
        { length: 256 },
        (_, at) => 0.3 * data[4 * at]! + 0.59 * data[4 * at + 1]! + 0.11 * data[4 * at + 2]! < 150,
      );
    };
    return Promise.all(encoded.map(read));
  }, pictures);
  for (let one = 0; one < inks.length; one++)
    for (let other = 0; other < one; other++) {
      const differ = inks[one]!.filter((ink, at) => ink !== inks[other]![at]).length;
      expect(differ, `glyphs ${other} and ${one} differ by ${differ} of 256 pixels`).toBeGreaterThanOrEqual(4);
    }
});
