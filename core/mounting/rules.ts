import { onBoard, type BoardPlan } from '../panels/board';
import { freeSeats, insideOf } from '../panels/front';
import { each, rulesAt, type Rule, type Said } from '../findings/finding';
import { EXPOSURE_NAMES, type Place } from '../craft/place';
import { GEAR_KIND_NAMES, type GearItem } from '../gear/gear';
import { mountOf } from '../gear/usual-mount';
import { craftOf } from '../craft/own';
import type { Job } from '../job/job';
import type { Operation } from '../job/operations';
import { taken } from '../job/choices';
import { REASONS, type TakeOut } from '../job/parts/take-out';
import { feederOf } from '../connections/feeding';
import { endPlace } from '../connections/runs';
import { memory, published } from '../tables/source';
import { fitOf, rankPlaces } from './fit';

interface GearSeen {
  readonly job: Job;
  readonly tags: Readonly<Record<string, string>>;
  readonly boards: Readonly<Record<string, BoardPlan>>;
}
type GearRule = Rule<GearSeen, Operation>;

const known = new WeakMap<GearSeen, ReturnType<typeof allPlaced>>();
/** Every rule looks at the same. */
function eachPlaced(seen: GearSeen): ReturnType<typeof allPlaced> {
  let all = known.get(seen);
  if (!all) known.set(seen, (all = allPlaced(seen)));
  return all;
}
const allPlaced = ({ job, tags }: GearSeen) => {
  const inside = insideOf(job);
  return Object.entries(job.gear).flatMap(([id, { item, place, there }]) =>
    place === null || there === 'out'
      ? []
      : [
          {
            id,
            item,
            inside: inside.has(id),
            placeId: place,
            place: craftOf(job).places[place]!,
            tag: tags[id] ?? id,
            fit: fitOf(item, craftOf(job).places[place]!, inside.has(id)),
          },
        ],
  );
};

/** Kinds with a face that fades and cracks. */
const FACED: ReadonlySet<GearItem['kind']> = new Set(['headUnit', 'speaker', 'zoneControl'] as const);

/** Gear that makes sparks of its own, where petrol vapour can be. */
const sparksIn = (place: Place, item: GearItem) =>
  place.petrol && item.kind !== 'speaker' && item.kind !== 'enclosure' && !item.ignitionProtected;
const dustGetsIn = (place: Place, item: GearItem) => place.dust && item.dust !== null && item.dust < 5;

/** Moves gear to the best place that is free, takes it without standing out and lets nothing at it; nothing where there is none. */
function betterPlace({ job, tags }: GearSeen, id: string): Pick<Said<Operation>, 'cure'> {
  const { item, place } = job.gear[id]!;
  const taken = new Set(
    Object.entries(job.gear).flatMap(([other, g]) => (other === id || g.there === 'out' ? [] : (g.place ?? []))),
  );
  const best = rankPlaces(item, craftOf(job).places, taken, freeSeats(job)).find(
    (ranked) =>
      !ranked.taken &&
      ranked.fit.worstMm <= 0 &&
      ranked.id !== place &&
      !sparksIn(ranked.place, item) &&
      !dustGetsIn(ranked.place, item),
  );
  if (!best) return {};
  const label = `Put ${tags[id] ?? id} at “${best.place.name}”`;
  return { cure: { label, operations: [{ op: 'placeGear' as const, id, place: best.id }] } };
}

const WATER = {
  station: 'gear',
  title: 'Water rating too low',
  formula: 'one of the digits the place asks for; digits are sets, 7 does not imply 5 or 6',
  source: published('IEC 60529'),
  overrulable: true,
} as const;
const unproven = (seen: GearSeen) =>
  each(
    'gear',
    eachPlaced(seen).filter(({ fit }) => fit.waterAsked.length > 0),
    ({ item, tag, fit, place }) => ({
      reason: `“${place.name}” gets ${EXPOSURE_NAMES[place.exposure]}: needs IPX${fit.waterAsked.join(', ')}; ${tag} is proven for ${digitsWords(place.wet === 'back' ? (item.bodyWater ?? item.water) : item.water)}.`,
      figures: [{ name: 'digits that answer', value: 0, unit: '' }],
    }),
  );

const digitsWords = (digits: readonly number[]) => (digits.length ? `IPX${digits.join(', ')}` : 'none');

const withWater = (job: Job, id: string, water: GearItem['water']): Job => ({
  ...job,
  gear: { ...job.gear, [id]: { ...job.gear[id]!, item: { ...job.gear[id]!.item, water } } },
});

/** How loud at most: of a speaker its level at 1 m, dB; of what drives others its watts in all. */
function loudness(item: GearItem): { readonly value: number; readonly unit: string } | undefined {
  if (item.kind === 'speaker') return { value: item.sensitivity + 10 * Math.log10(item.rmsWatts), unit: 'dB' };
  if (!('bank' in item)) return undefined;
  return { value: item.bank.channels.length * Math.max(...item.bank.power.map(({ watts }) => watts)), unit: 'W' };
}

/** In what a new piece is no better than the one that failed in it. */
function weaknessOf(
  reason: TakeOut['reason'],
  old: GearItem,
  item: GearItem,
): { readonly words: string; readonly old: number; readonly now: number; readonly unit: string } | undefined {
  const digits = ({ water, bodyWater = water }: GearItem) => water.filter((digit) => bodyWater.includes(digit));
  if (reason === 'water') {
    const [then, now] = [digits(old), digits(item)];
    return now.some((digit) => !then.includes(digit))
      ? undefined
      : {
          words: `is proven for ${now.length ? `IPX${now.join(', ')}` : 'none'}, no more than it was: choose one that is, or keep the water off it.`,
          old: then.length,
          now: now.length,
          unit: 'digits',
        };
  }
  if (reason === 'sun')
    return /cover/i.test(item.note)
      ? undefined
      : {
          words: 'comes with no cover against the sun that its note names: keep one with it.',
          old: 0,
          now: 0,
          unit: 'covers',
        };
  const [then, now] = [loudness(old), loudness(item)];
  return reason === 'weak' && then && now && now.value <= then.value
    ? { words: 'is no louder than it was.', old: then.value, now: now.value, unit: now.unit }
    : undefined;
}

export const gearRules = rulesAt<GearRule>('gear', [
  {
    id: 'no-place',
    title: 'Not placed',
    formula: 'every item has a place',
    look: (seen) =>
      Object.entries(seen.job.gear)
        .filter(([, { place }]) => place === null)
        .map(([id, { item }]) => ({
          subject: { kind: 'gear', id },
          reason: `${seen.tags[id] ?? ''} ${item.name} is not on the craft yet, so its wires are not planned.`.trim(),
          figures: [{ name: 'places', value: 0, unit: '' }],
          ...betterPlace(seen, id),
        })),
  },
  {
    id: 'does-not-fit',
    title: 'Larger than its place',
    formula: 'item − free room ≤ 0 across, up and in',
    look: (seen) =>
      each(
        'gear',
        eachPlaced(seen).filter(({ fit }) => fit.worstMm > 0),
        ({ id, tag, fit, place }) => ({
          reason: `${tag} stands out of “${place.name}” by ${fit.worstMm} mm.`,
          figures: [
            { name: 'across', value: fit.over.w, unit: 'mm' },
            { name: 'up', value: fit.over.h, unit: 'mm' },
            { name: 'in', value: fit.over.d, unit: 'mm' },
          ],
          ...betterPlace(seen, id),
        }),
      ),
  },
  {
    id: 'wrong-kind',
    title: 'Place not meant for this gear',
    formula: 'the place takes this kind',
    look: (seen) =>
      each(
        'gear',
        eachPlaced(seen).filter(({ fit }) => !fit.accepted),
        ({ id, item, tag, place }) => ({
          reason: `${tag} is a ${GEAR_KIND_NAMES[item.kind].toLowerCase()}; “${place.name}” takes ${place.accepts.map((k) => GEAR_KIND_NAMES[k].toLowerCase()).join(', ') || 'no gear'}.`,
          figures: [{ name: 'kinds taken', value: place.accepts.length, unit: '' }],
          ...betterPlace(seen, id),
        }),
      ),
  },
  {
    ...WATER,
    id: 'water',
    look: (seen) => (taken(seen.job.choices, 'rating') === 'rated' ? unproven(seen) : []),
  },
  {
    ...WATER,
    id: 'water-accepted',
    severity: 'note',
    look: (seen) => (taken(seen.job.choices, 'rating') === 'accepted' ? unproven(seen) : []),
  },
  {
    ...WATER,
    id: 'body-not-proven',
    title: 'Its face is proven, its body is not',
    formula: 'behind its panel too one of the digits the place asks for, or a dry back',
    look: (seen) =>
      each(
        'gear',
        eachPlaced(seen).filter(
          ({ item, fit, place }) =>
            item.bodyWater !== undefined &&
            place.wet !== 'face' &&
            fit.waterAsked.length === 0 &&
            fitOf({ ...item, water: item.bodyWater }, place).waterAsked.length > 0,
        ),
        ({ item, tag, place, id }) => ({
          reason: `“${place.name}” gets ${EXPOSURE_NAMES[place.exposure]}. The face of ${tag} is proven for IPX${item.water.join(', ')}, its body for ${item.bodyWater!.length ? `IPX${item.bodyWater!.join(', ')}` : 'none'}: keep its back dry, seal all round, leads from below.`,
          figures: [{ name: 'digits of its body that answer', value: 0, unit: '' }],
          ...betterPlace({ ...seen, job: withWater(seen.job, id, item.bodyWater!) }, id),
        }),
      ),
  },
  {
    id: 'same-weakness',
    station: 'gear',
    title: 'Same weakness as the one it replaces',
    formula: 'what takes the place of gear that failed is better where that failed',
    look: (seen) =>
      each(
        'gear',
        eachPlaced(seen).filter(({ id }) => seen.job.gear[id]!.there === null),
        ({ item, tag, placeId }) => {
          const before = Object.entries(seen.job.gear).find(
            ([, old]) => old.there === 'out' && old.place === placeId && old.item.kind === item.kind,
          );
          if (!before) return undefined;
          const [oldId, { item: old }] = before;
          const weakness = weaknessOf(seen.job.takeOut[oldId]?.reason ?? 'none', old, item);
          if (!weakness) return undefined;
          return {
            reason: `${seen.tags[oldId] ?? old.name} goes because of this: ${REASONS[seen.job.takeOut[oldId]!.reason]}. ${tag} ${weakness.words}`,
            figures: [
              { name: 'the old one', value: weakness.old, unit: weakness.unit },
              { name: 'the new one', value: weakness.now, unit: weakness.unit },
            ],
          };
        },
      ),
  },
  {
    id: 'petrol-space',
    severity: 'stop',
    title: 'Not ignition-protected in a petrol space',
    formula: 'only ignition-protected gear where petrol vapour can be',
    source: memory('SAE J1171, ISO 8846; ABYC E-11'),
    overrulable: false,
    look: (seen) => [
      ...each(
        'gear',
        eachPlaced(seen).filter(({ place, item }) => sparksIn(place, item)),
        ({ id, tag, item, place }) => ({
          reason: `${tag} ${item.name} makes sparks of its own and “${place.name}” can hold petrol vapour. Put it elsewhere, or take one that is ignition-protected.`,
          figures: [{ name: 'ignition-protected', value: 0, unit: '' }],
          ...betterPlace(seen, id),
        }),
      ),
      ...each('feed', seen.job.feeds, ({ holder }, id) => {
        if (!Object.hasOwn(seen.job.gear, id)) return undefined;
        const at = endPlace(seen.job, feederOf(seen.job, id), id);
        const place = at ? craftOf(seen.job).places[at] : undefined;
        return holder && place?.petrol && !holder.ignitionProtected && seen.job.gear[id]?.there === null
          ? {
              reason: `The fuse holder of ${seen.tags[id] ?? id} stands in “${place.name}”, which can hold petrol vapour, and is not ignition-protected.`,
              figures: [{ name: 'ignition-protected', value: 0, unit: '' }],
            }
          : undefined;
      }),
    ],
  },
  {
    id: 'in-the-sun',
    severity: 'note',
    title: 'A face in the sun',
    formula: 'faces, cones and screens that the sun stands on are covered when the craft stands',
    look: (seen) =>
      each(
        'gear',
        eachPlaced(seen).filter(({ place, item }) => place.sun && FACED.has(item.kind)),
        ({ tag, place }) => ({
          reason: `The sun stands on “${place.name}”: a cover over ${tag} whenever the craft stands, told at the hand-over.`,
          figures: [{ name: 'covers', value: 1, unit: '' }],
        }),
      ),
  },
  {
    id: 'dust',
    title: 'Dust rating too low',
    formula: 'first digit 5 or 6 where dust and mud get',
    source: published('IEC 60529'),
    look: (seen) =>
      each(
        'gear',
        eachPlaced(seen).filter(({ place, item }) => dustGetsIn(place, item)),
        ({ id, tag, item, place }) => ({
          reason: `“${place.name}” gets dust and mud: needs IP5X or IP6X; ${tag} is IP${item.dust}X.`,
          figures: [
            { name: 'first digit', value: item.dust!, unit: '' },
            { name: 'needed', value: 5, unit: '' },
          ],
          ...betterPlace(seen, id),
        }),
      ),
  },
  {
    id: 'dust-unknown',
    severity: 'note',
    title: 'Dust rating not known',
    formula: 'first digit 5 or 6 where dust and mud get',
    source: published('IEC 60529'),
    look: (seen) => {
      const found = eachPlaced(seen).filter(({ place, item }) => place.dust && item.dust === null);
      return found.length
        ? [
            {
              subject: { kind: 'job' as const, id: seen.job.id },
              reason: `Dust and mud get at ${found.map(({ tag }) => tag).join(', ')}, and nobody has said what keeps them out: read the first digit off the gear.`,
              figures: [{ name: 'pieces', value: found.length, unit: '' }],
            },
          ]
        : [];
    },
  },
  {
    id: 'near-compass',
    title: 'Too near the compass',
    formula: 'from the middle of its place to the compass: its maker’s distance at least',
    look: (seen) => {
      const { compass } = craftOf(seen.job);
      if (!compass) return [];
      return each('gear', eachPlaced(seen), ({ item, place, tag }) => {
        const { compassMm } = mountOf(item);
        if (compassMm === null) return undefined;
        const away = Math.hypot(...place.at.map((mm, axis) => mm - compass[axis]!));
        return away < compassMm
          ? {
              reason: `${tag} is ${Math.round(away)} mm from the compass and turns it nearer than ${compassMm} mm: put it farther off, and have the compass swung.`,
              figures: [
                { name: 'distance', value: Math.round(away), unit: 'mm' },
                { name: 'needed', value: compassMm, unit: 'mm' },
              ],
            }
          : undefined;
      });
    },
  },
  {
    id: 'place-shared',
    title: 'Two items in one place',
    formula: 'one item to a place',
    look: (seen) => {
      const first = new Map<string, string>();
      // What shares a board is laid out on it, and what is in an enclosure is in it.
      const alone = eachPlaced(seen).filter(({ id, inside }) => !inside && !onBoard(seen.boards, id));
      return each('gear', alone, ({ id, placeId, place, tag }) => {
        const other = first.get(placeId);
        if (other === undefined) {
          first.set(placeId, tag);
          return undefined;
        }
        return {
          reason: `${tag} and ${other} are both at “${place.name}”.`,
          figures: [{ name: 'items there', value: 2, unit: '' }],
          ...betterPlace(seen, id),
        };
      });
    },
  },
]);
