import { defineStore } from 'pinia';
import { shallowRef, type ShallowRef } from 'vue';
import type { Pattern } from '#core/craft/pattern';
import type { GearItem } from '#core/gear/gear';
import { api, type JobRow } from '../api';

/** What jobs are made from: the list of jobs, the shelf, the patterns. Each says for itself why it could not be had. */
export const useLibrary = defineStore('library', () => {
  const jobs = shallowRef<JobRow[]>();
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

  const loadJobs = () => attempt(jobsFailure, async () => void (jobs.value = await api.jobs()));
  const loadShelf = () =>
    attempt(shelfFailure, async () => void (shelf.value.length || (shelf.value = await api.shelf())));
  const loadPatterns = () =>
    attempt(patternsFailure, async () => void (patterns.value.length || (patterns.value = await api.patterns())));

  return { jobs, shelf, patterns, jobsFailure, shelfFailure, patternsFailure, loadJobs, loadShelf, loadPatterns };
});
