import { stateFor, type CoverWay, type Opened } from './cover';
import { panelFaults } from './panel';
import { nodeOf, type Pattern } from './pattern';
import { variantsOf, withVariant } from './variants';

export interface PatternFault {
  readonly path: string;
  readonly expected: string;
}
const faultsOf = new WeakMap<Pattern, readonly PatternFault[]>();

/**
 * Everything a pattern names must exist, and only a joint may connect two bodies, in every variant. Returns the faults,
 * each by the path of what is wrong.
 */
export function patternFaults(pattern: Pattern): readonly PatternFault[] {
  let faults = faultsOf.get(pattern);
  if (!faults) faultsOf.set(pattern, (faults = [...optionFaults(pattern), ...inEveryVariant(pattern)]));
  return faults;
}

/** What is wrong as drawn, and what only is in another variant: told once, with the variant it is wrong in. */
function inEveryVariant(pattern: Pattern): PatternFault[] {
  if (!pattern.options || optionFaults(pattern).length) return findFaults(pattern);
  const usual = findFaults(withVariant(pattern, {}));
  const told = new Set(usual.map(({ path }) => path));
  const found = [...usual];
  for (const variant of variantsOf(pattern))
    for (const fault of findFaults(withVariant(pattern, variant))) {
      if (told.has(fault.path)) continue;
      told.add(fault.path);
      const which = Object.entries(variant).map(
        ([option, choice]) => `${pattern.options![option]!.name}: ${pattern.options![option]!.choices[choice]!.name}`,
      );
      found.push({ path: fault.path, expected: `${fault.expected} (${which.join(', ')})` });
    }
  return found;
}

function optionFaults({ options = {}, drawing }: Pattern): PatternFault[] {
  const faults: PatternFault[] = [];
  for (const [id, { usual, choices }] of Object.entries(options))
    if (!Object.hasOwn(choices, usual))
      faults.push({ path: `options.${id}.usual`, expected: 'expected a choice of this option' });
  for (const [name, { strokes }] of Object.entries(drawing))
    for (const [i, { only }] of Object.entries(strokes))
      for (const [option, choice] of Object.entries(only ?? {}))
        if (!Object.hasOwn(options, option) || !Object.hasOwn(options[option]!.choices, choice))
          faults.push({
            path: `drawing.${name}.strokes.${i}.only.${option}`,
            expected: 'expected an option and choice of this pattern',
          });
  return faults;
}

function findFaults(pattern: Pattern): PatternFault[] {
  const faults: PatternFault[] = [];
  const { bodies, places, junctions, legs, joints, covers, measures } = pattern;
  const need = (ok: boolean, path: string, expected: string) => {
    if (!ok) faults.push({ path, expected });
  };
  const isPlace = (id: string) => Object.hasOwn(places, id);
  const isBody = (id: string, path: string) => need(Object.hasOwn(bodies, id), path, 'expected a body of this pattern');
  const opened = (open: Opened, path: string) => {
    for (const [id, state] of Object.entries(open))
      need(
        stateFor(Object.hasOwn(covers, id) ? covers[id] : undefined, state) !== undefined,
        `${path}.${id}`,
        `expected a cover of this pattern that can be ${state}`,
      );
  };
  const through = (id: string | undefined, path: string, itself = '') =>
    need(id === undefined || (isPlace(id) && id !== itself), `${path}.through`, 'expected another place');
  const bodyOf = (id: string) => nodeOf(pattern, id)?.body;

  for (const [id, { body }] of Object.entries(junctions)) {
    isBody(body, `junctions.${id}.body`);
    need(!isPlace(id), `junctions.${id}`, 'expected a key that no place has');
  }
  for (const [id, place] of Object.entries(places)) {
    isBody(place.body, `places.${id}.body`);
    opened(place.covers, `places.${id}.covers`);
    through(place.through, `places.${id}`, id);
    if (place.panel)
      for (const { path, expected } of panelFaults(place.panel, id, pattern, ['places', id, 'panel']))
        faults.push({ path: path.join('.'), expected });
  }
  for (const [id, leg] of Object.entries(legs)) {
    const path = `legs.${id}`;
    const from = bodyOf(leg.from);
    const to = bodyOf(leg.to);
    need(from !== undefined, `${path}.from`, 'expected a place or junction');
    need(to !== undefined, `${path}.to`, 'expected a place or junction');
    need(leg.from !== leg.to, `${path}.to`, 'expected another place or junction than it comes from');
    const joint = leg.joint !== undefined && Object.hasOwn(joints, leg.joint) ? joints[leg.joint] : undefined;
    need(leg.joint === undefined || joint !== undefined, `${path}.joint`, 'expected a joint of this pattern');
    if (joint)
      need(from === joint.fixed && to === joint.moving, path, 'expected to run from the fixed body to the moving one');
    else need(from === to, path, 'expected a joint between two bodies');
    opened(leg.covers, `${path}.covers`);
    through(leg.through, path);
    if (leg.fish) opened(leg.fish.covers, `${path}.fish.covers`);
    for (const [hole, { mm, longMm, drillToMm }] of Object.entries(leg.passes ?? {})) {
      need(longMm === undefined || longMm >= mm, `${path}.passes.${hole}.longMm`, 'expected the long way of the slot');
      need(drillToMm === null || drillToMm > mm, `${path}.passes.${hole}.drillToMm`, 'expected more than it has now');
      need(mm > 0 || drillToMm !== null, `${path}.passes.${hole}.mm`, 'expected a hole, or how large one may be');
    }
  }
  for (const [id, { fixed, moving }] of Object.entries(joints)) {
    isBody(fixed, `joints.${id}.fixed`);
    isBody(moving, `joints.${id}.moving`);
    need(fixed !== moving, `joints.${id}.moving`, 'expected another body than the fixed one');
  }
  for (const [id, cover] of Object.entries(covers))
    for (const [state, way] of Object.entries(cover.states) as [string, CoverWay][]) {
      const path = `covers.${id}.states.${state}`;
      opened(way.after, `${path}.after`);
      for (const plug of Object.keys(way.plugHints ?? {}))
        need(
          Object.hasOwn(way.plugs, plug) || Object.hasOwn(way.hoses, plug),
          `${path}.plugHints.${plug}`,
          'expected a plug or hose of this cover',
        );
    }
  const circle = circleOf(pattern);
  need(!circle, `covers.${circle}`, 'expected covers that can be opened one after another, not each after the other');
  for (const [id, { axis, of: ends, grows, range }] of Object.entries(measures)) {
    const inside = grows[0] >= (axis === 'y' ? 0 : ends[0]) && grows[1] <= ends[1] && grows[0] < grows[1];
    need(inside, `measures.${id}.grows`, 'expected a stretch inside the measure');
    const overlap = Object.entries(measures).some(
      ([other, m]) => other < id && m.axis === axis && m.grows[0] < grows[1] && grows[0] < m.grows[1],
    );
    need(!overlap, `measures.${id}.grows`, 'expected a stretch of its own along this axis');
    const drawn = ends[1] - ends[0];
    need(
      range[0] <= drawn && drawn <= range[1],
      `measures.${id}.range`,
      `expected a range with what is drawn, ${drawn} mm`,
    );
    // What is taken up may shrink to nothing, but not turn over.
    const least = (range[0] - drawn) / (axis === 'y' ? 2 : 1);
    need(least > grows[0] - grows[1], `measures.${id}.range`, 'expected no less than its stretch can give up');
  }
  for (const [id, { body }] of Object.entries(pattern.keepFree ?? {})) isBody(body, `keepFree.${id}.body`);
  need(isPlace(pattern.batteryPlace), 'batteryPlace', 'expected a place of this pattern');
  need(isPlace(pattern.switchedPlace), 'switchedPlace', 'expected a place of this pattern');
  const at = (id: string | null, path: string) =>
    need(id === null || isPlace(id), `${path}.place`, 'expected a place of this pattern');
  for (const [id, { place }] of Object.entries(pattern.usualBatteries ?? {})) at(place, `usualBatteries.${id}`);
  for (const [id, { place }] of Object.entries(pattern.usualCircuits ?? {})) at(place, `usualCircuits.${id}`);
  for (const [id, { place }] of Object.entries(pattern.usualGear ?? {})) at(place, `usualGear.${id}`);
  for (const [name, { strokes, bounds }] of Object.entries(pattern.drawing)) {
    need(
      bounds[0] < bounds[2] && bounds[1] < bounds[3],
      `drawing.${name}.bounds`,
      'expected left, bottom, right and top',
    );
    for (const [i, { body, cover }] of Object.entries(strokes)) {
      isBody(body, `drawing.${name}.strokes.${i}.body`);
      // A cover that another variant has is not drawn as one here.
      need(
        cover === undefined || Object.hasOwn(covers, cover) || Boolean(pattern.options),
        `drawing.${name}.strokes.${i}.cover`,
        'expected a cover of this pattern',
      );
    }
  }
  return faults;
}

/** A cover that, through what must come before it, would have to be opened before itself. */
function circleOf({ covers }: Pattern): string | undefined {
  const under = new Set<string>();
  const done = new Set<string>();
  const walk = (id: string): boolean => {
    if (under.has(id)) return true;
    if (done.has(id)) return false;
    under.add(id);
    const states = Object.hasOwn(covers, id) ? covers[id]!.states : {};
    const circular = (Object.values(states) as CoverWay[]).flatMap((way) => Object.keys(way.after)).some(walk);
    under.delete(id);
    done.add(id);
    return circular;
  };
  return Object.keys(covers).find(walk);
}
