import { NO_CHANGES } from '#core/craft/changes';
import type { Cover, CoverWay } from '#core/craft/cover';
import type { Joint } from '#core/craft/joint';
import { strokesOf, type Pattern, type View } from '#core/craft/pattern';
import type { SetValue, Why } from '#core/document/overrule';
import { EMPTY, type Job } from '#core/job/job';

type Entry = Record<string, unknown>;
const drop = (one: object, ...members: string[]): Entry =>
  Object.fromEntries(Object.entries(one).filter(([member]) => !members.includes(member)));
const each = (map: object, change: (one: object) => Entry): Entry =>
  Object.fromEntries(Object.entries(map).map(([id, one]) => [id, change(one as object)]));

/** What pattern version 2 could say of a craft, as this version writes it: no holes, ties, variants, no sort of cover. */
export const asOfPattern2 = (pattern: Pattern): Pattern =>
  ({
    ...drop(pattern, 'keepFree', 'usualCircuits', 'usualGear', 'options', 'towed', 'underlays'),
    places: each(pattern.places, (place) => drop(place, 'wet', 'sun', 'parkCm3', 'workedFrom', 'through')),
    legs: each(pattern.legs, (leg) => drop(leg, 'passes', 'ties', 'workedFrom', 'through')),
    covers: each(pattern.covers, (cover) => ({
      ...drop(cover, 'kind'),
      states: each((cover as Cover).states, (way) => ({
        ...drop(way, 'refit', 'plugHints'),
        fasteners: each((way as CoverWay).fasteners, (one) => drop(one, 'seat', 'handOnly')),
      })),
    })),
  }) as unknown as Pattern;

/** A pattern as version 2 wrote it: one kind of joint, strokes in a list. */
export function asPattern2(of: Pattern): object {
  const pattern = asOfPattern2(of);
  return {
    ...pattern,
    version: 2,
    joints: each(pattern.joints, (joint) => ({ ...drop(joint, 'moving'), turning: (joint as Joint).moving })),
    drawing: each(pattern.drawing, (view) => ({
      ...view,
      strokes: strokesOf(view as View).map(([, stroke]) => drop(stroke, 'at', 'only')),
    })),
  };
}

/** What version 14 could say of a job: nothing of looms. */
export const asOf14 = (job: Job): Job => ({
  ...job,
  looms: {},
  added: Object.fromEntries(Object.entries(job.added).filter(([key]) => !key.startsWith('loom/'))),
});
/** A job as version 14 wrote it. */
export function asVersion14(of: Job) {
  const { looms: _looms, ...job } = asOf14(of);
  return { ...job, version: 14 };
}

/** What version 13 could say of a job: no leg barred, and no cover kept shut. */
export const asOf13 = (job: Job): Job => ({
  ...asOf14(job),
  overrules: { ...job.overrules, leg: {}, cover: {} },
});
/** A job as version 13 wrote it. */
export const asVersion13 = (of: Job) => ({
  ...asVersion14(of),
  version: 13,
  overrules: drop(of.overrules, 'leg', 'cover'),
});

/** What version 12 could say of a job: one variant of its craft. */
export const asOf12 = (job: Job): Job => ({
  ...asOf13(job),
  craft: { ...job.craft, pattern: asOfPattern2(job.craft.pattern), variant: {} },
});
/** A job as version 12 wrote it. */
export function asVersion12(of: Job) {
  const { variant: _variant, pattern, ...craft } = asOf12(of).craft;
  return { ...asVersion13(of), version: 12, craft: { ...craft, pattern: asPattern2(pattern) } };
}

/** What version 11 could say of a job: nothing of leads and links. */
export const asOf11 = (of: Job): Job => without11(asOf12(of));
const without11 = (job: Job): Job => ({
  ...job,
  pins: {},
  links: {},
  kits: {},
  parts: {},
  asked: {},
  was: EMPTY.was,
  craft: { ...job.craft, year: null, trim: '', changes: NO_CHANGES },
  leads: Object.fromEntries(Object.entries(job.leads).filter(([run]) => !run.startsWith('link:'))),
  added: Object.fromEntries(Object.entries(job.added).filter(([key]) => !/^(link|kit)\//.test(key))),
});
/** A job as version 11 wrote it. */
export function asVersion11(of: Job) {
  const {
    pins: _pins,
    links: _links,
    kits: _kits,
    parts: _parts,
    asked: _asked,
    was: _was,
    craft,
    ...job
  } = asVersion12(asOf11(of));
  const { year: _year, trim: _trim, changes: _changes, ...rest } = craft;
  return { ...job, version: 11, craft: rest };
}

/** A job as version 9 wrote it: nothing that comes out, and no lead that lies there. */
export function asVersion9(of: Job) {
  const { takeOut: _takeOut, leads: _leads, ...job } = asVersion11(of);
  return { ...job, version: 9 };
}

/** A job as version 8 wrote it: nothing of panels, nor of what is set on them. */
export function asVersion8(of: Job) {
  const { mounts: _mounts, workMinutes: _workMinutes, craft, ...job } = asVersion9(of);
  const { panels: _panels, ...rest } = craft;
  return { ...job, version: 8, craft: rest };
}

/** A job as version 7 wrote it: what turns a source on under another name, and one rule too. */
export function asVersion7(of: Job) {
  const job = asVersion8(of);
  return {
    ...job,
    version: 7,
    sources: Object.fromEntries(
      Object.entries(job.sources).map(([id, { turnedOnBy, ...rest }]) => [id, { ...rest, wake: turnedOnBy }]),
    ),
    accepted: Object.fromEntries(
      Object.entries(job.accepted).map(([key, why]) => [key.replace(/^always-on@/, 'always-awake@'), why]),
    ),
  };
}

/** A job as version 6 wrote it: every kind of overrule in a place of its own, the reasons in another. */
export function asVersion6(of: Job) {
  const { overrules, feeds, ...job } = { ...asVersion7(of), overrules: of.overrules };
  const values = <T>(sets: Readonly<Record<string, { readonly value: T }>>) =>
    Object.fromEntries(Object.entries(sets).map(([subject, { value }]) => [subject, value]));
  const reasons: Record<string, Why> = {};
  for (const [kind, sets] of Object.entries(overrules))
    for (const [subject, { why }] of Object.entries<SetValue<unknown>>(sets))
      if (why) reasons[`${kind}=${subject}`] = why;
  const fed = [...new Set([feeds, overrules.gauge, overrules.fuse].flatMap(Object.keys))];
  const NONE = { holder: null, fuseAtMm: 150, from: null, allow150: false, sheathed: false, ahead: false };
  return {
    ...job,
    version: 6,
    feeds: Object.fromEntries(
      fed.map((gear) => [
        gear,
        {
          ...NONE,
          ...feeds[gear],
          gauge: overrules.gauge[gear]?.value ?? null,
          fuseA: overrules.fuse[gear]?.value ?? null,
        },
      ]),
    ),
    ways: values(overrules.way),
    leadGauges: values(overrules.lead),
    minutes: values(overrules.minutes),
    overrules: reasons,
  };
}
