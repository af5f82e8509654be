import { api, got, Refusal } from '../api/client';
import { deviceOf, forget, keep, recall } from './tablet';

/**
 * A person's own key on this tablet, with which their work is signed: on a shared tablet another person may be the one who sends it. The private half can be
 * used here and never taken away; it is kept under the person's PIN or password, and unlocked by signing in. docs/security.md tells what that holds out
 * against.
 */
interface LockedKey {
  publicKey: string;
  salt: Uint8Array<ArrayBuffer>;
  iv: Uint8Array<ArrayBuffer>;
  wrapped: ArrayBuffer;
}

/** The key of whoever is signed in here now. */
interface OpenKey {
  person: string;
  publicKey: string;
  key: CryptoKey;
  isKnown: boolean;
}

const curve = { name: 'ECDSA', namedCurve: 'P-256' };
/** OWASP's least for PBKDF2 with SHA-256 (2023, from memory). */
const rounds = 600_000;
const open = 'signing';
const lockedOf = (person: string) => `signing ${person}`;
const base64 = (bytes: ArrayBuffer) => btoa(String.fromCharCode(...new Uint8Array(bytes)));

async function lockBy(secret: string, salt: Uint8Array<ArrayBuffer>): Promise<CryptoKey> {
  const typed = await crypto.subtle.importKey('raw', new TextEncoder().encode(secret), 'PBKDF2', false, ['deriveKey']);
  return crypto.subtle.deriveKey(
    { name: 'PBKDF2', hash: 'SHA-256', salt, iterations: rounds },
    typed,
    { name: 'AES-GCM', length: 256 },
    false,
    ['wrapKey', 'unwrapKey'],
  );
}

const unlock = async (locked: LockedKey, secret: string): Promise<CryptoKey> =>
  crypto.subtle.unwrapKey(
    'pkcs8',
    locked.wrapped,
    await lockBy(secret, locked.salt),
    { name: 'AES-GCM', iv: locked.iv },
    curve,
    false,
    ['sign'],
  );

/** A new key: kept under the secret, and open as one that signs and cannot be read. */
async function make(secret: string): Promise<{ locked: LockedKey; key: CryptoKey }> {
  const pair = await crypto.subtle.generateKey(curve, true, ['sign', 'verify']);
  const [salt, iv] = [crypto.getRandomValues(new Uint8Array(16)), crypto.getRandomValues(new Uint8Array(12))];
  const wrapped = await crypto.subtle.wrapKey('pkcs8', pair.privateKey, await lockBy(secret, salt), { name: 'AES-GCM', iv });
  const key = await crypto.subtle.importKey('pkcs8', await crypto.subtle.exportKey('pkcs8', pair.privateKey), curve, false, [
    'sign',
  ]);
  return { locked: { publicKey: base64(await crypto.subtle.exportKey('spki', pair.publicKey)), salt, iv, wrapped }, key };
}

/**
 * Opens the person's key with the secret they have just signed in with, or makes them one. A browser without cryptography (plain http to another machine) has
 * none.
 */
export async function openKey(person: string, secret: string): Promise<void> {
  if (!globalThis.crypto?.subtle) return;
  const kept = await recall<LockedKey>(lockedOf(person));
  const key = kept && (await unlock(kept, secret).catch(() => undefined));
  if (kept && key) await keep(open, { person, publicKey: kept.publicKey, key, isKnown: false } satisfies OpenKey);
  else await openNew(person, secret);
  if (!(await introduce())) {
    await openNew(person, secret);
    await introduce();
  }
}

async function openNew(person: string, secret: string) {
  const { locked, key } = await make(secret);
  await keep(lockedOf(person), locked);
  await keep(open, { person, publicKey: locked.publicKey, key, isKnown: false } satisfies OpenKey);
}

/** Tells the server the public half, once. False when it takes the key no more: it had ended. */
export async function introduce(): Promise<boolean> {
  const mine = await recall<OpenKey>(open);
  if (!mine || mine.isKnown) return true;
  try {
    const { device } = await deviceOf();
    await got(api.POST('/api/v1/session/keys', { body: { device, publicKey: mine.publicKey } }));
    await keep(open, { ...mine, isKnown: true });
    return true;
  } catch (fault) {
    return !(fault instanceof Refusal && fault.status === 409);
  }
}

/** Nobody is at the tablet: what is made from here on is not signed. */
export const closeKey = () => forget(open);

/** The person's signature of a text, if their key is open here. */
export async function signatureOf(person: string, text: string): Promise<string | undefined> {
  const mine = await recall<OpenKey>(open);
  if (mine?.person !== person) return undefined;
  const signed = await crypto.subtle.sign({ name: 'ECDSA', hash: 'SHA-256' }, mine.key, new TextEncoder().encode(text));
  return base64(signed);
}
