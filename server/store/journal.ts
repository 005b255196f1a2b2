import { randomUUID } from 'node:crypto';
import {
  appendFileSync,
  closeSync,
  existsSync,
  fstatSync,
  fsyncSync,
  ftruncateSync,
  linkSync,
  openSync,
  readSync,
  renameSync,
  rmSync,
  writeSync,
} from 'node:fs';
import { dirname } from 'node:path';
import { crc32 } from 'node:zlib';
import type { Pattern } from '#core/craft/pattern';
import type { Draft, DraftEdit } from '#core/drafting/draft';
import type { GearItem } from '#core/gear/gear';
import type { Rack } from '#core/harness/index';
import type { BayEvent } from '#core/job/events';
import type { Operation } from '#core/job/operations';

/** A document as it is kept: its pattern stands under its hash, once. */
export type KeptDocument = Readonly<Record<string, unknown>>;

/** One acknowledged change, or the state of something when the file was begun. */
export type JournalEntry =
  /** The first line: which file this is. */
  | { kind: 'journal'; generation: string; begun: string }
  | { kind: 'pattern'; hash: string; pattern: Pattern }
  | { kind: 'create'; job: string; saveId: string; document: KeptDocument; pattern?: string }
  | { kind: 'save'; job: string; revision: number; saveId: string; operations: readonly Operation[] }
  | { kind: 'events'; job: string; events: readonly BayEvent[] }
  | { kind: 'delete'; job: string; revision: number }
  /** State of one job when the journal was begun anew, or when a person took it as it stands. */
  | { kind: 'state'; job: string; revision: number; document: KeptDocument; pattern?: string; trouble?: string }
  /** Items and patterns put on the shelf; `whole`: they are all there is, and what is being drawn is told next. */
  | { kind: 'shelf'; items: readonly GearItem[]; patterns: readonly Pattern[]; whole?: true }
  /** One item put on the shelf, and one taken off it for good. */
  | { kind: 'item'; item: GearItem }
  | { kind: 'itemGone'; id: string }
  /** A pattern that new jobs no longer begin from. */
  | { kind: 'patternGone'; id: string }
  /** A pattern begun to be drawn, or as it stood when the journal was begun anew; what was drawn; one given up or done. */
  | { kind: 'draft'; id: string; revision: number; saveId: string; draft: Draft }
  | { kind: 'draftEdit'; id: string; revision: number; saveId: string; operations: readonly DraftEdit[] }
  | { kind: 'draftGone'; id: string }
  /** The reels of the workshop as they are from then on. */
  | { kind: 'rack'; rack: Rack };

/** What a line of the file turned out to be. */
export type JournalLine =
  | { readonly ok: true; readonly n: number; readonly end: number; readonly entry: JournalEntry }
  /** It cannot be trusted; `job` is what it seems to speak of. */
  | {
      readonly ok: false;
      readonly n: undefined;
      readonly end: number;
      readonly job: string | undefined;
      readonly bytes: Buffer;
    };

const CHUNK = 1 << 20;
const NEWLINE = 0x0a;
const SPACE = 0x20;
/** The longest head of a line: two figures of up to sixteen digits, the checksum, three spaces. */
const HEAD = 48;

const checksum = (n: number, json: Uint8Array): string =>
  crc32(json, crc32(`${n} `))
    .toString(16)
    .padStart(8, '0');

/** One line: its number, the length and checksum of what it says, and that. */
function written(n: number, entry: JournalEntry): Buffer {
  const json = Buffer.from(JSON.stringify(entry));
  return Buffer.concat([Buffer.from(`${n} ${json.length} ${checksum(n, json)} `), json, Buffer.from('\n')]);
}

/** What whole bytes of a line say; undefined when they cannot be trusted. Lines of the first version had no head. */
function readLine(bytes: Buffer): { n: number; entry: JournalEntry } | undefined {
  if (bytes[0] === 0x7b) {
    const entry = parsed(bytes);
    return entry && { n: 0, entry };
  }
  const head = /^(\d{1,16}) (\d{1,16}) ([0-9a-f]{8}) /.exec(bytes.subarray(0, HEAD).toString('latin1'));
  if (!head) return undefined;
  const json = bytes.subarray(head[0].length);
  if (json.length !== Number(head[2]) || checksum(Number(head[1]), json) !== head[3]) return undefined;
  const entry = parsed(json);
  return entry && { n: Number(head[1]), entry };
}

function parsed(json: Buffer): JournalEntry | undefined {
  try {
    const entry: unknown = JSON.parse(json.toString('utf8'));
    return typeof entry === 'object' && entry !== null && 'kind' in entry ? (entry as JournalEntry) : undefined;
  } catch {
    return undefined;
  }
}

/** A whole line inside bytes that as a line cannot be trusted: one whose line end before it was damaged. */
function lineWithin(bytes: Buffer): { at: number; line: { n: number; entry: JournalEntry } } | undefined {
  for (let at = bytes.indexOf(SPACE); at !== -1; at = bytes.indexOf(SPACE, at + 1)) {
    // A head's first space: digits before it, and before them whatever the line end has become.
    let from = at;
    while (from > 0 && bytes[from - 1]! >= 0x30 && bytes[from - 1]! <= 0x39) from--;
    for (let start = from; start < at; start++) {
      const line = start > 0 ? readLine(bytes.subarray(start)) : undefined;
      if (line) return { at: start, line };
    }
  }
  return undefined;
}

const jobIn = (bytes: Buffer): string | undefined =>
  /"job":"([A-Za-z0-9-]{1,64})"/.exec(bytes.subarray(0, 4096).toString('latin1'))?.[1];

/**
 * Every acknowledged change, a line each, on the disk before it is acknowledged. The database survives the death of
 * the process but never calls fsync; this file is what a power cut leaves. It is read and written as bytes, a part at
 * a time, and nothing of it is changed before it has been read to its end.
 */
export class Journal {
  #file: number;
  /** Past the last whole line; what follows was never acknowledged. */
  #end = 0;
  #n = 0;
  /** The last line is whole but for its line end. */
  #open = false;
  #torn = false;
  #read = false;
  /** Patterns that stand in this file, as far as this process has seen or written them. */
  readonly patterns = new Set<string>();

  private constructor(
    readonly path: string,
    file: number,
    public generation: string | undefined,
    /** Size when it was last begun anew, bytes. */
    public begunAt: number,
  ) {
    this.#file = file;
  }

  /** Opens a journal, or begins one where there is none or an empty one. */
  static open(path: string): Journal {
    const file = openSync(path, 'a+', 0o600);
    const size = fstatSync(file).size;
    const start = Buffer.alloc(Math.min(size, 1024));
    readSync(file, start, 0, start.length, 0);
    const first = start.indexOf(NEWLINE) > 0 ? readLine(start.subarray(0, start.indexOf(NEWLINE))) : undefined;
    const generation = first?.entry.kind === 'journal' ? first.entry.generation : undefined;
    const journal = new Journal(path, file, generation, 0);
    if (size === 0) journal.#begin();
    return journal;
  }

  #begin(): void {
    this.#read = true;
    this.generation = randomUUID();
    this.append({ kind: 'journal', generation: this.generation, begun: new Date().toISOString() });
    syncFolder(this.path);
  }

  /** Bytes of whole lines. */
  get size(): number {
    return this.#end;
  }
  /** Number of the last line. */
  get last(): number {
    return this.#n;
  }

  /** Whether a line begins at this byte, as far as can be told without reading what is before it. */
  beginsLineAt(at: number): boolean {
    if (at <= 0 || at > fstatSync(this.#file).size) return false;
    const before = Buffer.alloc(1);
    readSync(this.#file, before, 0, 1, at - 1);
    return before[0] === NEWLINE;
  }

  /**
   * The lines from a byte on, that of a line's beginning; `n` is the number of the line before it. Those that cannot be
   * trusted are told as such. Only when it has been read to its end can the journal be written.
   */
  *lines(from = 0, n = 0): Generator<JournalLine> {
    this.#read = false;
    this.#n = n;
    this.#end = from;
    let rest: Buffer[] = [];
    let at = from;
    const chunk = Buffer.alloc(CHUNK);
    for (;;) {
      const got = readSync(this.#file, chunk, 0, CHUNK, at);
      if (got === 0) break;
      at += got;
      let begin = 0;
      for (let end = chunk.indexOf(NEWLINE); end !== -1 && end < got; end = chunk.indexOf(NEWLINE, begin)) {
        const bytes = Buffer.concat([...rest, chunk.subarray(begin, end)]);
        rest = [];
        begin = end + 1;
        yield* this.#judged(bytes, bytes.length + 1);
      }
      if (begin < got) rest.push(Buffer.from(chunk.subarray(begin, got)));
    }
    const tail = Buffer.concat(rest);
    // Its line end alone is missing, or has become another byte: the line proves itself whole.
    const whole = [tail, tail.subarray(0, -1)].find((bytes) => bytes.length && (readLine(bytes)?.n ?? 0) > 0);
    if (whole) yield* this.#judged(whole, whole.length);
    this.#open = whole !== undefined;
    this.#torn = tail.length > (whole?.length ?? 0);
    this.#read = true;
  }

  *#judged(bytes: Buffer, length: number): Generator<JournalLine> {
    this.#end += length;
    if (!bytes.length) return;
    const whole = readLine(bytes);
    if (whole) {
      yield this.#known(whole);
      return;
    }
    const within = lineWithin(bytes);
    const before = within ? bytes.subarray(0, within.at) : bytes;
    // Where only the line end between two was damaged, both are whole.
    const first = within && readLine(before.subarray(0, -1));
    if (first) yield this.#known(first);
    else yield { ok: false, n: undefined, end: this.#end, job: jobIn(before), bytes: Buffer.from(before) };
    if (within) yield this.#known(within.line);
  }

  #known({ n, entry }: { n: number; entry: JournalEntry }): JournalLine {
    this.#n = Math.max(n, this.#n);
    if (entry.kind === 'pattern') this.patterns.add(entry.hash);
    return { ok: true, n, end: this.#end, entry };
  }

  /** Cuts off what was never acknowledged; what is cut is put by beside it. */
  #mend(): void {
    if (!this.#read) throw new Error('the journal has not been read to its end');
    if (this.#torn) {
      const size = fstatSync(this.#file).size;
      const cut = Buffer.alloc(size - this.#end);
      readSync(this.#file, cut, 0, cut.length, this.#end);
      setAside(this.path, cut);
      ftruncateSync(this.#file, this.#end);
    }
    if (this.#open) {
      writeAll(this.#file, Buffer.from('\n'));
      this.#end += 1;
    }
    this.#torn = this.#open = false;
  }

  /** Returns once the lines are on the disk. On a failed write the file is cut back to its last whole line. */
  append(...entries: readonly JournalEntry[]): void {
    this.#mend();
    const bytes = Buffer.concat(entries.map((entry, i) => written(this.#n + 1 + i, entry)));
    try {
      writeAll(this.#file, bytes);
      fsyncSync(this.#file);
    } catch (error) {
      ftruncateSync(this.#file, this.#end);
      throw error;
    }
    this.#end += bytes.length;
    this.#n += entries.length;
    for (const entry of entries) if (entry.kind === 'pattern') this.patterns.add(entry.hash);
  }

  /** Takes the last lines back: their change did not go through after all. */
  retract({ size, last }: { readonly size: number; readonly last: number }): void {
    ftruncateSync(this.#file, size);
    fsyncSync(this.#file);
    this.#end = size;
    this.#n = last;
    // Whether a pattern stood among them is not worth knowing: it is written once more.
    this.patterns.clear();
  }

  /** A file to take this one's place: what it is given goes to the disk a line at a time. */
  draft(): JournalDraft {
    return new JournalDraft(`${this.path}.new`, this.#n);
  }

  /** Puts a finished draft in this file's place; the old one is kept beside it where `keep` gives it a name. */
  replaceBy(draft: JournalDraft, keep?: string): void {
    draft.finish();
    // Linked, not moved: at no moment is there no journal.
    if (keep !== undefined) linkSync(this.path, freeName(keep));
    renameSync(draft.path, this.path);
    syncFolder(this.path);
    closeSync(this.#file);
    this.#file = openSync(this.path, 'a+', 0o600);
    this.#end = this.begunAt = draft.size;
    this.#n = draft.last;
    this.#read = true;
    this.#torn = this.#open = false;
    this.generation = draft.generation;
    this.patterns.clear();
    for (const hash of draft.patterns) this.patterns.add(hash);
  }

  close(): void {
    closeSync(this.#file);
  }
}

/** A journal being begun anew beside the one in use. */
export class JournalDraft {
  readonly generation = randomUUID();
  readonly patterns = new Set<string>();
  readonly #file: number;
  #closed = false;
  size = 0;

  constructor(
    readonly path: string,
    /** Lines of it go on from the number of the one it replaces. */
    public last: number,
  ) {
    this.#file = openSync(path, 'w', 0o600);
    this.write({ kind: 'journal', generation: this.generation, begun: new Date().toISOString() });
  }

  write(...entries: readonly JournalEntry[]): void {
    for (const entry of entries) {
      const bytes = written(++this.last, entry);
      writeAll(this.#file, bytes);
      this.size += bytes.length;
      if (entry.kind === 'pattern') this.patterns.add(entry.hash);
    }
  }

  finish(): void {
    fsyncSync(this.#file);
    closeSync(this.#file);
    this.#closed = true;
  }

  /** It will not take anybody's place. */
  abandon(): void {
    if (!this.#closed) closeSync(this.#file);
    rmSync(this.path, { force: true });
  }
}

/** Keeps bytes that could not be read, beside the journal, for somebody who can. */
export function setAside(journal: string, bytes: Uint8Array): void {
  appendFileSync(`${journal}.aside`, Buffer.concat([bytes, Buffer.from('\n')]), { mode: 0o600 });
}

function writeAll(file: number, bytes: Uint8Array): void {
  for (let done = 0; done < bytes.length;) done += writeSync(file, bytes, done);
}

/** Nothing that was kept is written over: two starts may fall into one second. */
function freeName(path: string): string {
  for (let n = 1, free = path; ; free = `${path}-${++n}`) if (!existsSync(free)) return free;
}

function syncFolder(path: string): void {
  const folder = openSync(dirname(path), 'r');
  fsyncSync(folder);
  closeSync(folder);
}
