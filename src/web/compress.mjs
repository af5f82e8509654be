// Packs every built file that packs well, beside itself, once at build: the server then sends FILE.br or FILE.gz to whoever takes it. Usage: node compress.mjs FOLDER
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';

const folder = process.argv[2];
for (const entry of readdirSync(folder, { recursive: true, withFileTypes: true })) {
  const file = join(entry.parentPath, entry.name);
  if (!entry.isFile() || !/\.(js|css|html|svg|json|wasm|dat|webmanifest)$/.test(entry.name)) continue;
  const plain = readFileSync(file);
  if (plain.length < 1024) continue;
  writeFileSync(
    `${file}.br`,
    brotliCompressSync(plain, {
      params: { [constants.BROTLI_PARAM_QUALITY]: 9, [constants.BROTLI_PARAM_SIZE_HINT]: plain.length },
    }),
  );
  writeFileSync(`${file}.gz`, gzipSync(plain, { level: 9 }));
}
