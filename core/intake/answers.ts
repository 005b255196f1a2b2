import { foundCraft } from '../craft/own';
import type { Pattern } from '../craft/pattern';
import { each, rulesAt, type Rule } from '../findings/finding';
import type { GearItem } from '../gear/gear';
import type { PortKind } from '../gear/ports';
import { taken } from '../job/choices';
import { speakersOf } from '../job/circuit';
import type { Job } from '../job/job';
import type { Operation } from '../job/operations';
import { WISHES, WISH_IDS, wishValue, type WishId } from '../job/parts/asked';
import { inUse } from '../job/parts/gear';
import { memory } from '../tables/source';
import { figure, short } from '../units/figures';

/** How a job answers one wish. */
export interface WishAnswer {
  readonly wish: WishId;
  readonly value: number | null;
  readonly answered: boolean;
  /** What answers it, or what lacks. */
  readonly words: string;
  /** What there is of it, and what was wished, where both are figures. */
  readonly has: number | undefined;
  readonly wants: number | undefined;
  readonly unit: string;
}

/** What of a plan wishes are answered by. */
export interface AnsweredBy {
  readonly zones: readonly { readonly id: string | null; readonly name: string; readonly level: number | undefined }[];
  readonly links: readonly { readonly kind: PortKind }[];
  readonly musicHours: number | undefined;
}

/** Noise at the ears, dB: inside a helmet about 90 at 60 km/h and 110 at 160; behind a screen or in a hull 10 less. */
const AT_60: Record<Pattern['kind'], number> = { motorcycle: 90, sideBySide: 85, boat: 80, recreationalVehicle: 70 };
export const noiseAt = (kind: Pattern['kind'], kmh: number): number => AT_60[kind] + 0.2 * (kmh - 60);
const NOISE_SOURCE = memory('noise at the ears by speed');

type Answer = Pick<WishAnswer, 'answered' | 'words'> & Partial<Pick<WishAnswer, 'has'>>;

/** Whether something of a port’s kind goes anywhere in the job. */
const linked =
  (kind: PortKind, what: string) =>
  ({ links }: AnsweredBy): Answer =>
    links.some((link) => link.kind === kind)
      ? { answered: true, words: `${what} is connected` }
      : { answered: false, words: `no ${what} is connected: put it on the craft and say at Gear where it goes` };
const hasPort = (kind: PortKind) => (item: GearItem) => item.ports?.some((port) => port.kind === kind) ?? false;
const HOSED = [5, 6] as const;

const items = (job: Job): GearItem[] =>
  Object.values(job.gear).flatMap(({ item, there }) => (inUse(there) ? [item] : []));

/** What each wish asks of a job, and which gear of the shelf would help to answer it. */
const ASKS: Record<
  WishId,
  {
    readonly answer: (job: Job, by: AnsweredBy, value: number) => Answer;
    readonly offers: (item: GearItem) => boolean;
  }
> = {
  speed: {
    answer: ({ craft }, { zones }, kmh) => {
      const loudest = Math.max(...zones.flatMap(({ level }) => level ?? []));
      const noise = noiseAt(craft.pattern.kind, kmh);
      return Number.isFinite(loudest)
        ? {
            answered: loudest >= noise,
            words: `${figure(loudest, 0)} dB at the ears, ${figure(noise, 0)} dB of wind and engine at ${short(kmh)} km/h`,
            has: loudest,
          }
        : { answered: false, words: 'no speaker is connected yet' };
    },
    offers: ({ kind }) => kind === 'amplifier' || kind === 'speaker',
  },
  hours: {
    answer: (_, { musicHours }, hours) =>
      musicHours === undefined
        ? { answered: false, words: 'nothing plays yet' }
        : { answered: musicHours >= hours, words: `${figure(musicHours, 1)} h until half is left`, has: musicHours },
    offers: () => false,
  },
  zones: {
    answer: (job, _, count) => {
      const turned = new Set(Object.keys(job.zones).filter((id) => job.zones[id]!.control !== null));
      // What has no control of its own goes with the head unit, which is one more.
      const rest = Object.entries(job.gear).some(([id, { item, there }]) => {
        const zone = Object.hasOwn(job.speakers, id) ? job.speakers[id]!.zone : null;
        return item.kind === 'speaker' && inUse(there) && (zone === null || !turned.has(zone));
      });
      const own = turned.size + (rest ? 1 : 0);
      return {
        answered: own >= count,
        words: `${own} ${own === 1 ? 'zone is' : 'zones are'} turned by itself`,
        has: own,
      };
    },
    offers: ({ kind }) => kind === 'zoneControl',
  },
  calls: {
    answer: (job, by) =>
      taken(job.choices, 'microphone') !== 'none' || by.links.some(({ kind }) => kind === 'microphone')
        ? { answered: true, words: 'a microphone is fitted' }
        : { answered: false, words: 'no microphone in the job' },
    offers: hasPort('microphone'),
  },
  usb: { answer: (_, by) => linked('usb', 'USB lead')(by), offers: hasPort('usb') },
  auxiliary: { answer: (_, by) => linked('auxiliary', 'auxiliary lead')(by), offers: hasPort('auxiliary') },
  television: { answer: (_, by) => linked('television', 'television lead')(by), offers: hasPort('television') },
  camera: { answer: (_, by) => linked('camera', 'camera')(by), offers: hasPort('camera') },
  satellite: { answer: (_, by) => linked('satellite', 'satellite tuner')(by), offers: hasPort('satellite') },
  controls: { answer: (_, by) => linked('controls', 'hand controls')(by), offers: hasPort('controls') },
  lights: { answer: (_, by) => linked('lamps', 'lamp ring')(by), offers: hasPort('lamps') },
  bass: {
    answer: (job) => {
      const wired = new Set(Object.values(job.circuits).flatMap(speakersOf));
      const woofer = Object.entries(job.gear).find(
        ([id, { item, there }]) => inUse(there) && item.kind === 'speaker' && item.band === 'bass' && wired.has(id),
      );
      if (woofer) return { answered: true, words: `${woofer[1].item.name} is connected` };
      return Object.keys(job.reserved).length
        ? { answered: true, words: 'a channel is kept free for it' }
        : { answered: false, words: 'no woofer is connected, and no channel is kept free for one' };
    },
    offers: (item) => item.kind === 'speaker' && item.band === 'bass',
  },
  washDown: {
    answer: (job) => {
      const bare = Object.values(job.gear).filter(
        ({ item, place, there }) =>
          inUse(there) &&
          place !== null &&
          foundCraft(job).places[place]!.exposure !== 'sheltered' &&
          !HOSED.some((digit) => item.water.includes(digit)),
      );
      return bare.length
        ? {
            answered: false,
            words: `not proven against jets: ${bare.map(({ item }) => item.name).join(', ')}`,
            has: bare.length,
          }
        : { answered: true, words: 'all that is in the open is proven against jets' };
    },
    offers: ({ water }) => HOSED.some((digit) => water.includes(digit)),
  },
  budget: {
    answer: (job, _, most) => {
      const fresh = items(job);
      const priced = fresh.filter(({ price }) => price !== undefined);
      const sum = priced.reduce((total, { price }) => total + price!, 0);
      const open = fresh.length - priced.length;
      return {
        answered: open === 0 && sum <= most,
        words: `${short(sum)} for ${priced.length} ${priced.length === 1 ? 'piece' : 'pieces'}${open ? `, ${open} without a price` : ''}`,
        has: sum,
      };
    },
    offers: () => false,
  },
};

/** Whether an item of the shelf would help to answer a wish. */
export const offersFor = (wish: WishId, item: GearItem): boolean => ASKS[wish].offers(item);

/** Every wish of a job, and how it is answered. */
export const answersOf = (job: Job, by: AnsweredBy): WishAnswer[] =>
  WISH_IDS.flatMap((wish): WishAnswer[] => {
    const said = job.asked[wish];
    if (!said) return [];
    const range = wishValue(wish);
    const answer = ASKS[wish].answer(job, by, said.value ?? range?.[3] ?? 0);
    return [
      {
        wish,
        value: said.value,
        has: undefined,
        ...answer,
        wants: said.value ?? undefined,
        unit: range?.[2] ?? '',
      },
    ];
  });

/** Wishes that are not answered, those that one source stands behind. */
const unanswered = (answers: readonly WishAnswer[], isOne: (wish: WishId) => boolean) =>
  each(
    'wish',
    answers
      .filter(({ wish, answered }) => !answered && isOne(wish))
      .map((one): [string, WishAnswer] => [one.wish, one]),
    ({ wish, words, has, wants, unit }) => ({
      reason: `${WISHES[wish].name}${wants === undefined ? '' : ` ${short(wants)} ${unit}`}: ${words}.`,
      figures: [
        ...(has === undefined ? [] : [{ name: 'there is', value: has, unit: wish === 'speed' ? 'dB' : unit }]),
        ...(wants === undefined ? [] : [{ name: 'wished', value: wants, unit }]),
      ],
      cure: { label: 'It is no longer wished', operations: [{ op: 'setWish' as const, wish, said: null }] },
    }),
  );

export const wishRules = rulesAt<Rule<{ readonly answers: readonly WishAnswer[] }, Operation>>('intake', [
  {
    id: 'wish-unanswered',
    title: 'A wish the job does not answer',
    formula: 'everything the owner wishes is answered, or taken back',
    look: ({ answers }) => unanswered(answers, (wish) => wish !== 'speed'),
  },
  {
    id: 'wish-not-heard',
    title: 'Not heard at the speed that is wished',
    formula: 'level of the loudest zone ≥ noise at the ears',
    source: NOISE_SOURCE,
    look: ({ answers }) => unanswered(answers, (wish) => wish === 'speed'),
  },
]);
