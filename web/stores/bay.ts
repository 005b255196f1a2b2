import { useLocalStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, shallowRef } from 'vue';
import { buildState, type Step, stepHash } from '#core/build/index';
import type { BayEvent } from '#core/job/events';
import { cleanedAll } from '#core/text/text';
import { AwayError, RefusedError, api, isForNow, newId } from '../api';
import { add as addTo, del, get, set, setLater, takeOut } from './device';
import { onLanded, type Landed } from './live';
import { hashOf } from './picture';
import { shrink } from './shrink';
import { useJob } from './job';

const RETRY_MS = 2500;

type Kept<E> = E extends unknown ? Omit<E, 'id' | 'at' | 'by'> : never;
/** An event before it has its id, time and hand. */
export type NewEvent = Kept<BayEvent>;

/** Keys on this device: events and pictures that the server has not acknowledged, and the last events seen. */
const pendingKey = (job: string) => `haltrik-pending/${job}`;
const seenKey = (job: string) => `haltrik-events/${job}`;
/** Entries the server would not have: the others went on. */
const asideKey = (job: string) => `haltrik-aside-entries/${job}`;
export interface AsideEntry {
  /** Its event's. */
  readonly id: string;
  readonly event: BayEvent;
  readonly reason: string;
}
const photoKey = (hash: string) => `haltrik-photo/${hash}`;

/**
 * What is done in the bay. An event counts at once; it is kept on this device until the server has it, so
 * that an open page goes on without the server and a reloaded one still knows what it has to send.
 */
export const useBay = defineStore('bay', () => {
  const job = useJob();
  const events = shallowRef<BayEvent[]>([]);
  const waiting = shallowRef<BayEvent[]>([]);
  const away = shallowRef(false);
  /** What the server says where it answers and cannot take entries now. */
  const why = shallowRef<string>();
  const aside = shallowRef<readonly AsideEntry[]>([]);
  /** The server has no such job any more. */
  const gone = shallowRef(false);
  /** Pictures of this device not yet on the server, as addresses the page can show. */
  const here = shallowRef<Record<string, string>>({});
  const by = useLocalStorage('haltrik-hand', '');
  let open_: string | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let sending: Promise<void> | undefined;

  const state = computed(() => (job.plan ? buildState(job.plan.build, events.value) : undefined));
  /** Entries in the order they count: as the server received them, then what it has not yet. */
  const merge = (...lists: readonly (readonly BayEvent[])[]) => [
    ...new Map(lists.flat().map((e) => [e.id, e])).values(),
  ];

  async function open(id: string): Promise<void> {
    clearTimeout(timer);
    open_ = id;
    // Emptied at once: what waits of the job before must not be sent to this one. It is kept, and goes with its own.
    events.value = waiting.value = [];
    why.value = undefined;
    gone.value = false;
    aside.value = [];
    const [pending, seen] = [await get<BayEvent[]>(pendingKey(id)), await get<BayEvent[]>(seenKey(id))];
    const left = (await get<AsideEntry[]>(asideKey(id))) ?? [];
    if (open_ !== id) return;
    aside.value = left;
    waiting.value = merge(pending ?? [], waiting.value);
    events.value = merge(seen ?? [], waiting.value);
    await refresh();
    if (waiting.value.length) void send();
  }

  /** What other devices have added since. */
  async function refresh(): Promise<void> {
    const id = open_;
    if (id === undefined) return;
    try {
      const theirs = await api.events(id);
      if (open_ !== id) return;
      away.value = false;
      events.value = merge(theirs, waiting.value);
      await setLater(seenKey(id), theirs);
    } catch (error) {
      if (error instanceof AwayError && open_ === id) away.value = true;
    }
  }

  /** What another device did lands here as the server has it. */
  function landed(news: Landed): void {
    if (open_ === undefined || ('job' in news && news.job !== open_)) return;
    if (news.kind === 'open' || news.kind === 'job' || (news.kind === 'events' && !news.events)) return void refresh();
    if (news.kind !== 'events') return;
    const ours = new Set(waiting.value.map(({ id }) => id));
    events.value = merge(
      events.value.filter(({ id }) => !ours.has(id)),
      news.events!,
      waiting.value,
    );
  }
  onLanded(landed);

  async function add(...made: NewEvent[]): Promise<void> {
    const id = open_!;
    const whole = made.map((e): BayEvent =>
      cleanedAll({ ...e, id: newId(), at: new Date().toISOString(), by: by.value }),
    );
    events.value = merge(events.value, whole);
    waiting.value = [...waiting.value, ...whole];
    await addTo(pendingKey(id), whole);
    await send();
  }

  function send(): Promise<void> {
    sending ??= sendAll().finally(() => (sending = undefined));
    return sending;
  }

  async function sendAll(): Promise<void> {
    clearTimeout(timer);
    // So many go one by one: something among them was refused.
    let single = 0;
    while (waiting.value.length && open_ !== undefined) {
      const id = open_;
      const batch = waiting.value.slice(0, single > 0 ? 1 : 200);
      try {
        for (const e of batch) if (e.kind === 'photo') await sendPhoto(e.photo);
        await api.addEvents(id, batch);
      } catch (error) {
        // What a job before this one was told is not said of this one.
        if (open_ !== id) return;
        if (error instanceof RefusedError && error.status === 404) {
          gone.value = true;
          return;
        }
        if (error instanceof RefusedError && !isForNow(error.status)) {
          if (batch.length > 1) single = batch.length;
          else {
            single = Math.max(0, single - 1);
            await leaveOut(id, batch[0]!, error.message);
          }
          continue;
        }
        away.value = true;
        why.value = error instanceof RefusedError ? error.message : undefined;
        timer = setTimeout(() => void send(), RETRY_MS);
        return;
      }
      away.value = false;
      why.value = undefined;
      single = Math.max(0, single - batch.length);
      const taken = new Set(batch.map((e) => e.id));
      // The server keeps a picture only as long as something names it: ours goes when what names it is there.
      for (const e of batch) if (e.kind === 'photo') await del(photoKey(e.photo));
      await takeOut(pendingKey(id), taken);
      if (open_ === id) waiting.value = waiting.value.filter((e) => !taken.has(e.id));
    }
  }

  /** An entry the server will not have is put by with its reason; what is behind it goes on. */
  async function leaveOut(id: string, event: BayEvent, reason: string): Promise<void> {
    const left: AsideEntry = { id: event.id, event, reason };
    await addTo(asideKey(id), [left]);
    await takeOut(pendingKey(id), new Set([event.id]));
    if (open_ !== id) return;
    aside.value = [...aside.value, left];
    waiting.value = waiting.value.filter((e) => e.id !== event.id);
    events.value = events.value.filter((e) => e.id !== event.id);
  }
  /** What was put by is sent once more, as it was. */
  async function tryAside(): Promise<void> {
    const again = aside.value.map(({ event }) => event);
    await dropAside();
    events.value = merge(events.value, again);
    waiting.value = [...waiting.value, ...again];
    await addTo(pendingKey(open_!), again);
    await send();
  }
  async function dropAside(): Promise<void> {
    aside.value = [];
    await del(asideKey(open_!));
  }

  async function sendPhoto(hash: string): Promise<void> {
    const picture = await get<Blob>(photoKey(hash));
    if (!picture) return;
    await api.keepPhoto(hash, picture);
  }

  /** Puts everything done on this job down for a copy of it as well: it is sent when the copy is opened. */
  async function copyTo(copy: string): Promise<void> {
    await set(
      pendingKey(copy),
      events.value.map((e): BayEvent => ({ ...e, id: newId(), ...(e.kind === 'wire' ? { copied: true } : {}) })),
    );
  }

  /** Forgets a job that is gone, and what this device had not sent of it. */
  async function forget(): Promise<void> {
    const id = open_!;
    open_ = undefined;
    await Promise.all([del(pendingKey(id)), del(seenKey(id))]);
  }

  /** Shrinks a picture, keeps it here, and says of what it is. Throws with words for a person when it is none. */
  async function addPhoto(file: Blob, subject: Extract<BayEvent, { kind: 'photo' }>['subject'], caption: string) {
    const picture = await shrink(file);
    const hash = await hashOf(picture);
    await setLater(photoKey(hash), picture);
    here.value = { ...here.value, [hash]: URL.createObjectURL(picture) };
    await add({ kind: 'photo', subject, photo: hash, caption, kept: true });
  }
  const photoAt = (hash: string) => here.value[hash] ?? `/api/photographs/${hash}`;

  const tick = (step: Step, done: boolean) => add({ kind: 'tick', step: step.id, hash: stepHash(step), done });

  return {
    copyTo,
    forget,
    gone,
    events,
    waiting,
    away,
    why,
    aside,
    tryAside,
    dropAside,
    by,
    state,
    open,
    refresh,
    add,
    addPhoto,
    photoAt,
    tick,
  };
});
