import type { BayEvent } from '#core/job/events';
import type { Operation } from '#core/job/operations';

/** What has landed on the server, whoever sent it. */
export type Landed =
  | {
      readonly kind: 'save';
      readonly job: string;
      readonly revision: number;
      readonly saveId: string;
      /** Absent where there is too much of it: the job is fetched. */
      readonly operations?: readonly Operation[];
    }
  | { readonly kind: 'events'; readonly job: string; readonly events?: readonly BayEvent[] }
  /** A job was made, or set anew. */
  | { readonly kind: 'job'; readonly job: string }
  | { readonly kind: 'delete'; readonly job: string }
  /** The shelf, or the patterns that jobs begin from. */
  | { readonly kind: 'shelf' }
  /** A pattern that is being drawn. */
  | { readonly kind: 'draft'; readonly id: string }
  /** The reels of the workshop. */
  | { readonly kind: 'rack' }
  /** The stream has begun, or begun again: what landed meanwhile was not told. */
  | { readonly kind: 'open' };

const NAME = 'haltrik-live';
const handlers = new Set<(landed: Landed) => void>();
let channel: BroadcastChannel | undefined;
let begun = false;

const tell = (landed: Landed) => handlers.forEach((handle) => handle(landed));

/** Listens for all pages of this browser; resolves never. */
function listenForAll(): Promise<never> {
  const source = new EventSource('/api/live');
  const pass = (landed: Landed) => {
    tell(landed);
    channel?.postMessage(landed);
  };
  source.onopen = () => pass({ kind: 'open' });
  source.onmessage = ({ data }) => pass(JSON.parse(data as string) as Landed);
  return new Promise<never>(() => undefined);
}

/**
 * Tells of everything that lands on the server, until the answer is called. A browser opens few connections to one
 * server: one page listens, and tells the others; when it is closed another takes over.
 */
export function onLanded(handle: (landed: Landed) => void): () => void {
  handlers.add(handle);
  if (!begun) {
    begun = true;
    channel = new BroadcastChannel(NAME);
    channel.onmessage = ({ data }) => tell(data as Landed);
    // Where there are no locks each page listens for itself.
    if (navigator.locks) void navigator.locks.request(NAME, listenForAll);
    else void listenForAll();
  }
  return () => handlers.delete(handle);
}

/** The field with something in it that is in no edit yet. */
let typedIn: EventTarget | null = null;
/** Whether something is being typed; a field that is gone from the page takes what was in it along. */
export const isTyping = (): boolean => typedIn !== null && typedIn === document.activeElement;
addEventListener('input', ({ target }) => (typedIn = target), true);
for (const done of ['change', 'focusout']) addEventListener(done, () => (typedIn = null), true);
