import { computed, type ComputedRef } from 'vue';
import { feederOf } from '#core/connections/feeding';
import { isFed } from '#core/gear/gear';
import type { Feed } from '#core/power/index';
import { short } from '#core/units/figures';
import { useSheet } from '../../app/sheet';

/** The feeds of the job, which of them is looked at, and why gear has none. */
export function useFeeds(): {
  feeds: ComputedRef<readonly Feed[]>;
  /** Gear the craft has and keeps, with the feed it has. */
  kept: ComputedRef<readonly string[]>;
  keptShown: ComputedRef<string | undefined>;
  feed: ComputedRef<Feed | undefined>;
  /** The feed looked at and those it is fed through, from where its volts come. */
  chain: ComputedRef<readonly Feed[]>;
  isOn: (gear: string) => boolean;
  noFeed: (gear: string) => { readonly short: string; readonly long: string };
} {
  const { store, job, plan, tag, endOf } = useSheet();
  const all = computed(() => plan.value.power.feeds);
  const feeds = computed(() => Object.values(all.value).sort((a, b) => b.fuseNeedA - a.fuseNeedA));
  const kept = computed(() =>
    Object.entries(job.value.gear).flatMap(([id, { item, there }]) => (there === 'kept' && isFed(item) ? [id] : [])),
  );
  const wanted = computed(() =>
    store.selected?.kind === 'feed' || store.selected?.kind === 'gear' ? store.selected.id : undefined,
  );
  const keptShown = computed(() => kept.value.find((id) => id === wanted.value));
  const feed = computed(() => {
    const id = wanted.value;
    if (keptShown.value) return all.value[keptShown.value];
    return feeds.value.find((f) => f.gear === id) ?? feeds.value.find((f) => f.run) ?? feeds.value[0];
  });
  const chain = computed(() => {
    const list: Feed[] = [];
    // Behind a converter the volts begin anew.
    for (let f = feed.value; f && !(list.length && f.item.kind === 'converter'); f = all.value[f.feeder])
      list.unshift(f);
    return list;
  });
  function noFeed(gear: string): { short: string; long: string } {
    const { there } = job.value.gear[gear]!;
    if (there === 'kept') {
      const fuse = all.value[gear]?.fuseA;
      return {
        short: fuse === undefined ? 'keeps the feed it has' : `keeps its feed, ${short(fuse)} A`,
        long: `${tag(gear)} keeps the feed it has; it counts at ${endOf(feederOf(job.value, gear), 'mark')}.`,
      };
    }
    if (there === 'out') return { short: 'comes out', long: `${tag(gear)} comes out and draws nothing.` };
    if (there === 'bypassed') return { short: 'bypassed', long: `${tag(gear)} is bypassed and draws nothing.` };
    return {
      short: 'has no place yet',
      long: `${tag(gear)} or what feeds it has no place on the craft, so its feed has no length. Give it one at Gear.`,
    };
  }
  return { feeds, kept, keptShown, feed, chain, isOn: (gear) => chain.value.some((f) => f.gear === gear), noFeed };
}
