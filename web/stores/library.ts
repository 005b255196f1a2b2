import { defineStore } from 'pinia';
import { computed, ref, shallowRef, type ShallowRef } from 'vue';
import { contentHash } from '#core/document/hash';
import type { Pattern } from '#core/craft/pattern';
import type { GearItem } from '#core/gear/gear';
import type { Rack, Reel } from '#core/harness/index';
import { api, type DraftRow, type JobRow } from '../api';

/** Jobs shown at once. */
const AT_ONCE = 60;

/** What jobs are made from: the list of jobs, the shelf, the patterns. Each says for itself why it could not be had. */
export const useLibrary = defineStore('library', () => {
  const jobs = shallowRef<JobRow[]>();
  /** What the jobs shown were found by. */
  const find = ref('');
  /** There are more than are shown. */
  const more = ref(false);
  const shelf = shallowRef<GearItem[]>([]);
  const patterns = shallowRef<{ pattern: Pattern; hash: string }[]>([]);
  const jobsFailure = shallowRef<string>();
  const shelfFailure = shallowRef<string>();
  const patternsFailure = shallowRef<string>();

  async function attempt(failure: ShallowRef<string | undefined>, work: () => Promise<void>): Promise<void> {
    try {
      await work();
      failure.value = undefined;
    } catch (error) {
      failure.value = error instanceof Error ? error.message : String(error);
    }
  }

  let asked = 0;
  let wanted = '';
  let most = AT_ONCE;
  async function loadJobs(): Promise<void> {
    const mine = ++asked;
    const [words, count] = [wanted, most];
    const failed = shallowRef<string>();
    let found: JobRow[] = [];
    await attempt(failed, async () => void (found = await api.jobs(words, count + 1)));
    // An answer, or a failure, that was overtaken by a later question is to words that are gone.
    if (mine !== asked) return;
    jobsFailure.value = failed.value;
    if (failed.value !== undefined) return;
    find.value = words;
    more.value = found.length > count;
    jobs.value = found.slice(0, count);
  }
  const findJobs = (words: string): Promise<void> => {
    wanted = words;
    most = AT_ONCE;
    return loadJobs();
  };
  const loadMore = (): Promise<void> => {
    most += AT_ONCE;
    return loadJobs();
  };
  const loadShelf = () =>
    attempt(shelfFailure, async () => void (shelf.value.length || (shelf.value = await api.shelf())));
  /** The shelf as it is by now, whoever changed it. */
  const reloadShelf = () => attempt(shelfFailure, async () => void (shelf.value = await api.shelf()));
  /** What new jobs take from. */
  const offered = computed(() => shelf.value.filter(({ retired }) => !retired));
  /** Puts an item on the shelf, in the place of another or as a new one. */
  async function putItem(item: GearItem, over?: GearItem): Promise<void> {
    await api.putItem(item, over ? contentHash(over) : null);
    await reloadShelf();
  }
  async function dropItem(item: GearItem): Promise<void> {
    await api.dropItem(item.id, contentHash(item));
    await reloadShelf();
  }
  const loadPatterns = () =>
    attempt(patternsFailure, async () => void (patterns.value.length || (patterns.value = await api.patterns())));

  /** The patterns as they are by now, whoever changed them. */
  const reloadPatterns = () => attempt(patternsFailure, async () => void (patterns.value = await api.patterns()));
  /** Puts a pattern where new jobs begin from, in the place of one of `over` or as a new one. */
  async function putPattern(pattern: Pattern, over: string | null): Promise<void> {
    await api.putPattern(pattern, over);
    await reloadPatterns();
  }

  async function dropPattern(id: string, over: string): Promise<void> {
    await api.dropPattern(id, over);
    await reloadPatterns();
  }
  /** Patterns that are being drawn. */
  const drafts = shallowRef<DraftRow[]>([]);
  const draftsFailure = shallowRef<string>();
  const loadDrafts = () => attempt(draftsFailure, async () => void (drafts.value = await api.drafts()));

  /** The reels of the workshop, once they are had. */
  const rack = shallowRef<Rack>();
  const rackFailure = shallowRef<string>();
  const loadRack = () => attempt(rackFailure, async () => void (rack.value = await api.rack()));
  /** Puts a reel into the rack, in the place of another or as a new one. */
  async function putReel(id: string, reel: Reel, over?: Reel): Promise<void> {
    rack.value = await api.putReel(id, reel, over ? contentHash(over) : null);
  }
  async function dropReel(id: string, reel: Reel): Promise<void> {
    rack.value = await api.dropReel(id, contentHash(reel));
  }
  async function setBuying(buying: Pick<Rack, 'soldMm' | 'keepMm'>): Promise<void> {
    rack.value = await api.setBuying(buying);
  }

  return {
    rack,
    rackFailure,
    loadRack,
    putReel,
    dropReel,
    setBuying,
    jobs,
    find,
    more,
    findJobs,
    loadMore,
    shelf,
    patterns,
    jobsFailure,
    shelfFailure,
    patternsFailure,
    loadJobs,
    loadShelf,
    reloadShelf,
    offered,
    putItem,
    dropItem,
    loadPatterns,
    reloadPatterns,
    putPattern,
    dropPattern,
    drafts,
    draftsFailure,
    loadDrafts,
  };
});
