import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { api } from '../api';
import { shrink } from './shrink';

/** What a picture is kept under: the hash of its bytes. */
export const hashOf = async (picture: Blob): Promise<string> =>
  bytesToHex(sha256(new Uint8Array(await picture.arrayBuffer())));

/** Keeps a picture that belongs to no job; its hash. */
export async function keepPicture(file: Blob): Promise<string> {
  const picture = await shrink(file);
  const hash = await hashOf(picture);
  await api.keepPhoto(hash, picture);
  return hash;
}
