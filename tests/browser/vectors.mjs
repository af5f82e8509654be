// Folds the event vectors in WebAssembly and compares with what the native core folded them to (written by Rhabdon.Core.Tests).
import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = join(dirname(fileURLToPath(import.meta.url)), '../..');
const vectors = JSON.parse(readFileSync(join(root, 'tests/vectors/folds.json'), 'utf8'));
const { dotnet } = await import(join(root, 'src/web/public/core/dotnet.js'));
const runtime = await dotnet.create();
const core = (await runtime.getAssemblyExports('Rhabdon.Browser')).Rhabdon.Browser.BenchExports;
for (const ladder of vectors.ladders) core.AddLadder(ladder.ref.id, ladder.ref.version, JSON.stringify(ladder));
for (const recipe of vectors.recipes) core.AddRecipe(recipe.ref.id, recipe.ref.version, JSON.stringify(recipe));
for (const { name, termination, events, state } of vectors.folds) {
  assert.deepEqual(JSON.parse(core.Fold(termination, JSON.stringify(events))), state, name);
}
console.log(`${vectors.folds.length} folds agree`);
process.exit(0);
