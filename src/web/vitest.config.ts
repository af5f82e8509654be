import { defineConfig } from 'vitest/config';

// Days differ from UTC's for some hours: the tests stand where the demo's sites are.
process.env.TZ = 'America/Halifax';

// The web's own tests: what the tablet keeps and sends, and keys. Screens are tested in a browser (tests/e2e).
export default defineConfig({ test: { include: ['tests/**/*.test.ts'], environment: 'node', retry: 0 } });
