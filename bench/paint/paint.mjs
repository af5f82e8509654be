// First contentful paint of Today, signed in, set beside an empty page with Ant Design and one button: both built by the same tools, both from loopback,
// both with an empty cache. Usage, in src/web: RHABDON_URL=... node ../../bench/paint/paint.mjs
import { createReadStream, existsSync } from 'node:fs';
import { createServer } from 'node:http';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { extname, join } from 'node:path';
import { createGzip } from 'node:zlib';
import { launch, signIn } from '../../tests/e2e/chromium.mjs';

const require = createRequire(`${process.cwd()}/package.json`);
const { chromium } = require('@playwright/test');
const { build } = await import(require.resolve('vite'));
const runs = 15;

const dist = join(tmpdir(), `rhabdon-paint-${process.pid}`);
await build({
  root: new URL('./empty', import.meta.url).pathname,
  base: './',
  logLevel: 'error',
  resolve: {
    alias: Object.fromEntries(['antd', 'react', 'react-dom'].map((name) => [name, join(process.cwd(), 'node_modules', name)])),
  },
  build: { outDir: dist, emptyOutDir: true, chunkSizeWarningLimit: 4000 },
});
const types = { '.html': 'text/html', '.js': 'text/javascript', '.css': 'text/css' };
const server = createServer((request, response) => {
  const file = join(dist, request.url === '/' ? 'index.html' : request.url);
  if (!existsSync(file)) return response.writeHead(404).end();
  response.writeHead(200, { 'content-type': types[extname(file)] ?? 'application/octet-stream', 'content-encoding': 'gzip' });
  createReadStream(file)
    .pipe(createGzip({ level: 1 }))
    .pipe(response);
});
await new Promise((listening) => server.listen(0, '127.0.0.1', listening));

const browser = await chromium.launch(launch);
const paint = async (url, cookies = []) => {
  const context = await browser.newContext({ serviceWorkers: 'block' });
  await context.addCookies(cookies);
  const page = await context.newPage();
  await page.goto(url);
  const at = await page.evaluate(
    () =>
      new Promise((seen) =>
        new PerformanceObserver((list) =>
          list.getEntriesByName('first-contentful-paint').forEach((e) => seen(e.startTime)),
        ).observe({
          type: 'paint',
          buffered: true,
        }),
      ),
  );
  await context.close();
  return at;
};

const first = await browser.newContext({ baseURL: process.env.RHABDON_URL });
const page = await first.newPage();
await signIn(page, 'lead', 'saltmarsh-lead');
const cookies = await first.cookies();
await first.close();

const [ours, empty] = [[], []];
for (let run = 0; run <= runs; run++) {
  ours.push(await paint(process.env.RHABDON_URL, cookies));
  empty.push(await paint(`http://127.0.0.1:${server.address().port}/`));
}
const median = (times) => times.slice(1).sort((a, b) => a - b)[Math.floor(runs / 2)];
const [a, b] = [median(ours), median(empty)];
// What the first load of Today brings over the wire, as it is packed.
const bytes = await (async () => {
  const context = await browser.newContext({ serviceWorkers: 'block' });
  await context.addCookies(cookies);
  const page = await context.newPage();
  await page.goto(process.env.RHABDON_URL, { waitUntil: 'networkidle' });
  return page.evaluate(() =>
    performance
      .getEntriesByType('resource')
      .filter(({ name }) => /\.(js|css)$/.test(name))
      .reduce((sum, { encodedBodySize }) => sum + encodedBodySize, 0),
  );
})();
console.log(`paint: the first load of Today brings ${(bytes / 1024).toFixed(0)} kB of scripts and styles, packed`);
console.log(`paint: Today ${a.toFixed(0)} ms, an empty Ant Design page ${b.toFixed(0)} ms; ratio ${(a / b).toFixed(2)}`);
await browser.close();
server.close();
