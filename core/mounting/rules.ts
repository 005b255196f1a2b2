import { onBoard, type BoardPlan } from '../panels/board';
import { freeSeats, insideOf } from '../panels/front';
import { each, rulesAt, type Rule, type Said } from '../findings/finding';
import type { Place } from '../craft/pattern';
import { GEAR_KIND_NAMES, type GearItem } from '../gear/gear';
import { mountOf } from '../gear/usual-mount';
import { craftOf, type Job } from '../job/job';
import type { Operation } from '../job/operations';
import { taken } from '../job/choices';
import { feederOf } from '../connections/feeding';
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
const EXPOSED = { sheltered: 'no water', splash: 'splashes', jet: 'jets', immersion: 'under water' } as const;
const unproven = (seen: GearSeen) =>
  each(
    'gear',
    eachPlaced(seen).filter(({ fit }) => fit.waterAsked.length > 0),
    ({ item, tag, fit, place }) => ({
      reason: `“${place.name}” gets ${EXPOSED[place.exposure]}: needs IPX${fit.waterAsked.join(', ')}; ${tag} is proven for ${item.water.length ? `IPX${item.water.join(', ')}` : 'none'}.`,
      figures: [{ name: 'digits that answer', value: 0, unit: '' }],
    }),
  );

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
        const { batteries, pattern } = seen.job.craft;
        const feeder = feederOf(seen.job, id);
        const at = Object.hasOwn(batteries, feeder)
          ? (batteries[feeder]!.place ?? pattern.batteryPlace)
          : seen.job.gear[feeder]?.place;
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
