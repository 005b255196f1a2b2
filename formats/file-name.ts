import type { Job } from '#core/job/job';

/** Longest stem of a file's name, letters: with what follows it stays within what every file system takes. */
const MOST = 80;

/** What a job's files are called: its title, without what some file system refuses; its id where nothing is left. */
export function fileStem({ title, id }: Pick<Job, 'title' | 'id'>): string {
  const plain = [...title.normalize('NFC').replace(/[\p{C}<>:"/\\|?*]+/gu, ' ')]
    .slice(0, MOST)
    .join('')
    .replace(/\s+/g, ' ')
    .replace(/^[. ]+|[. ]+$/g, '');
  // Names that one system keeps for its devices.
  return /^(con|prn|aux|nul|com\d|lpt\d)$/i.test(plain) || plain === '' ? id : plain;
}
