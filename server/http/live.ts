import type { RequestHandler } from 'express';
import type { JournalEntry } from '../store/journal';
import type { Changes } from '../store/changes';

/** Between two signs of life, so that a page notices a server that is gone, ms. */
const BEAT_MS = 20_000;
/** The most of one save, or of bay events, that is told in full; who is told of more fetches it, characters. */
const MOST_TOLD = 64_000;
/** A page that does not read is let go, and comes again, bytes. */
const MOST_UNREAD = 1_000_000;

/** What a page is told of an acknowledged change; undefined where it is nothing to a page. */
function told(entry: JournalEntry): string | undefined {
  const tell = (what: object) => JSON.stringify(what);
  switch (entry.kind) {
    case 'save': {
      const { job, revision, saveId, operations } = entry;
      const whole = tell({ kind: 'save', job, revision, saveId, operations });
      return whole.length > MOST_TOLD ? tell({ kind: 'save', job, revision, saveId }) : whole;
    }
    case 'events': {
      const { job, events } = entry;
      const whole = tell({ kind: 'events', job, events });
      return whole.length > MOST_TOLD ? tell({ kind: 'events', job }) : whole;
    }
    case 'create':
    case 'state':
      return tell({ kind: 'job', job: entry.job });
    case 'delete':
      return tell({ kind: 'delete', job: entry.job });
    case 'shelf':
    case 'item':
    case 'itemGone':
    case 'patternGone':
      return tell({ kind: 'shelf' });
    case 'rack':
      return tell({ kind: 'rack' });
    case 'draft':
    case 'draftEdit':
    case 'draftGone':
      return tell({ kind: 'draft', id: entry.id });
    case 'journal':
    case 'pattern':
      return undefined;
  }
}

/** Every acknowledged change as it lands, of all jobs, as server-sent events (WHATWG HTML, 9.2). */
export const liveRoute =
  (changes: Pick<Changes, 'onChange'>): RequestHandler =>
  (_req, res) => {
    // Not to be compressed: what waits to be compressed together is not told as it lands.
    res.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store, no-transform' });
    res.flushHeaders();
    const say = (text: string) => {
      // One that has just been let go is still listening until it is told so.
      if (res.destroyed) return;
      if (res.writableLength > MOST_UNREAD) res.destroy();
      else res.write(text);
    };
    say('retry: 2000\n\n: here\n\n');
    const stop = changes.onChange((entry) => {
      const data = told(entry);
      if (data !== undefined) say(`data: ${data}\n\n`);
    });
    const beat = setInterval(() => say(': here\n\n'), BEAT_MS);
    beat.unref();
    res.on('close', () => {
      stop();
      clearInterval(beat);
    });
  };
