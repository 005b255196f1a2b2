import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';

/** JSON with keys in order, so that equal values give equal text. */
function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join(',')}]`;
  if (value === null || typeof value !== 'object') return JSON.stringify(value);
  const members = Object.entries(value)
    .filter(([, member]) => member !== undefined)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([key, member]) => `${JSON.stringify(key)}:${canonical(member)}`);
  return `{${members.join(',')}}`;
}

/** First 16 hex digits of the SHA-256 of a JSON value: tells two copies apart, secures nothing. */
export function contentHash(value: unknown): string {
  return bytesToHex(sha256(utf8ToBytes(canonical(value)))).slice(0, 16);
}
