import { isTurning } from '#core/craft/joint';
import { TIE_KINDS } from '#core/craft/leg';
import type { DraftEdit } from '#core/drafting/draft';
import { linesOf, pathOf, pulled, without, type Line } from '#core/drafting/knots';
import { movedIn, seenIn } from '#core/drafting/views';
import type { ViewName } from '#core/drawing/projection';
import type { Vec3 } from '#core/units/vectors';
import { VIEW_NAMES, type Flat, type Handle, type useTable } from './table';

type Table = ReturnType<typeof useTable>;
type Spot = [number, number, number];

/** A point with a handle in either view: dragged in one it keeps what the other alone shows. */
function pointHandle(
  table: Table,
  view: ViewName,
  key: string,
  name: string,
  at: Vec3,
  look: Handle['look'],
  edit: (to: Spot) => DraftEdit,
  more: Partial<Handle> = {},
): Handle {
  return {
    key,
    name: `${name}, ${VIEW_NAMES[view].toLowerCase()}`,
    at: seenIn(view, at),
    look,
    move: (to) => table.show([edit(movedIn(view, at, to))]),
    put: (to) => table.settle([edit(movedIn(view, at, to))], `move ${name}`),
    ...more,
  };
}

/** Every place and junction: pressed to be picked, or for what the sheet asks. */
function nodeHandles(table: Table, view: ViewName): Handle[] {
  const { draft, state } = table;
  const { places, junctions } = draft.value;
  const press = (id: string) => () => {
    const { asked } = state;
    if (asked?.node) asked.node(id);
    else if (state.part === 'walk') table.pick(id);
    else table.turnTo('places', id);
  };
  return [
    ...Object.entries(places).map(([id, place]) =>
      pointHandle(
        table,
        view,
        `place:${id}`,
        place.name,
        place.at,
        'node',
        (at) => ({ op: 'setPlace', id, to: { ...place, at } }),
        {
          press: press(id),
          picked: state.picked === id,
        },
      ),
    ),
    ...Object.entries(junctions).map(([id, one]) =>
      pointHandle(
        table,
        view,
        `junction:${id}`,
        one.name,
        one.at,
        'knot',
        (at) => ({ op: 'setJunction', id, to: { ...one, at } }),
        {
          press: press(id),
          picked: state.picked === id,
        },
      ),
    ),
  ];
}

/** The knots of the line that is picked, and the handles of the knot that is. */
function knotHandles({ draft, state, show, settle }: Table, view: ViewName): Handle[] {
  const id = state.picked;
  const stroke = id === undefined ? undefined : draft.value.drawing[view].strokes[id];
  if (!stroke || state.view !== view) return [];
  const lines = linesOf(stroke.d);
  const drawn = (i: number, line: Line): DraftEdit => ({
    op: 'setStroke',
    view,
    id: id!,
    to: { ...stroke, d: pathOf(lines.map((one, k) => (k === i ? line : one))) },
  });
  return lines.flatMap((line, i) =>
    line.knots.flatMap((knot, k): Handle[] => {
      const picked = state.knot?.[0] === i && state.knot[1] === k;
      const of = (
        what: 'at' | 'in' | 'out',
        at: Flat,
        look: Handle['look'],
        name: string,
        more: Partial<Handle> = {},
      ): Handle => ({
        key: `${id!}:${i}:${k}:${what}`,
        name,
        at,
        look,
        move: (to) => show([drawn(i, pulled(line, k, what, to))]),
        put: (to) => settle([drawn(i, pulled(line, k, what, to))], 'draw line'),
        ...more,
      });
      const press = () => (state.knot = [i, k]);
      const away = () => {
        const left = without(line, k);
        state.knot = undefined;
        if (left) settle([drawn(i, left)], 'take out a point');
      };
      const arms = picked
        ? (['in', 'out'] as const).flatMap((what) =>
            knot[what] ? [of(what, knot[what], 'end', `Handle ${what} of point ${k + 1}`, { from: knot.at })] : [],
          )
        : [];
      return [...arms, of('at', knot.at, 'knot', `Point ${k + 1} of line ${i + 1}`, { press, picked, away })];
    }),
  );
}

/** What can be taken hold of in a view, as the part that is drawn has it. */
export function handlesIn(table: Table, view: ViewName): Handle[] {
  const { draft, state } = table;
  const { legs, joints, keepFree, ears } = draft.value;
  const id = state.picked;
  switch (state.part) {
    case 'lines':
      return state.drawing ? [] : knotHandles(table, view);
    case 'whole':
      return [
        pointHandle(table, view, 'ears', 'Ears of who rides or steers', ears, 'mark', (at) => ({
          op: 'setHead',
          part: { ears: at },
        })),
        ...Object.entries(keepFree ?? {}).flatMap(([key, one]) =>
          one.shape.is === 'box'
            ? [
                pointHandle(table, view, `free:${key}`, one.name, one.shape.at, 'knot', (at) => ({
                  op: 'setKeepFree',
                  id: key,
                  to: { ...one, shape: { ...(one.shape as Extract<typeof one.shape, { is: 'box' }>), at } },
                })),
              ]
            : [],
        ),
      ];
    case 'places':
    case 'walk':
      return nodeHandles(table, view);
    case 'legs': {
      const leg = id === undefined ? undefined : legs[id];
      const bends = leg
        ? leg.via.map((via, i) =>
            pointHandle(
              table,
              view,
              `via:${i}`,
              `Bend ${i + 1} of ${leg.name}`,
              via,
              'end',
              (at) => ({ op: 'setLeg', id: id!, to: { ...leg, via: leg.via.map((one, k) => (k === i ? at : one)) } }),
              { away: () => table.put('legs', id!, { via: leg.via.filter((_, k) => k !== i) }, 'take out a bend') },
            ),
          )
        : [];
      const holes = Object.entries(leg?.passes ?? {}).map(([key, hole]) =>
        pointHandle(table, view, `hole:${key}`, hole.name, hole.at, 'mark', (at) => ({
          op: 'setLeg',
          id: id!,
          to: { ...leg!, passes: { ...leg!.passes, [key]: { ...hole, at } } },
        })),
      );
      const ties = Object.entries(leg?.ties ?? {}).map(([key, tie]) =>
        pointHandle(table, view, `tie:${key}`, TIE_KINDS[tie.kind], tie.at, 'mark', (at) => ({
          op: 'setLeg',
          id: id!,
          to: { ...leg!, ties: { ...leg!.ties, [key]: { ...tie, at } } },
        })),
      );
      return [...nodeHandles(table, view), ...holes, ...ties, ...bends];
    }
    case 'joints': {
      const joint = id === undefined ? undefined : joints[id];
      if (!joint) return [];
      if (isTurning(joint))
        return [
          pointHandle(table, view, 'axis', `Axis of ${joint.name}`, joint.axisPoint, 'mark', (axisPoint) => ({
            op: 'setJoint',
            id: id!,
            to: { ...joint, axisPoint },
          })),
        ];
      const { obstacle } = joint;
      return obstacle
        ? [
            pointHandle(
              table,
              view,
              'post',
              `What wire of ${joint.name} lies against`,
              obstacle.point,
              'mark',
              (point) => ({
                op: 'setJoint',
                id: id!,
                to: { ...joint, obstacle: { ...obstacle, point } },
              }),
            ),
          ]
        : [];
    }
    default:
      return [];
  }
}
