import { drawnFor } from '../craft/changes';
import type { UsualCircuit, UsualGear } from '../craft/pattern';
import type { Job } from './job';
import type { Operation } from './operations';

/** What such a craft usually has and nobody has noted on this one yet: by its key in the pattern. */
export interface Offered<T> {
  readonly id: string;
  readonly usual: T;
}

/** Circuits: one is noted when one of its key or its name is. */
export function offeredCircuits({ craft }: Pick<Job, 'craft'>): Offered<UsualCircuit>[] {
  const noted = Object.values(craft.existing).map(({ name }) => name);
  return Object.entries(drawnFor(craft).usualCircuits ?? {}).flatMap(([id, usual]) =>
    Object.hasOwn(craft.existing, id) || noted.includes(usual.name) ? [] : [{ id, usual }],
  );
}

/** Gear from the works: one is noted when such a piece is there at its place. */
export function offeredGear({ craft, gear }: Pick<Job, 'craft' | 'gear'>): Offered<UsualGear>[] {
  return Object.entries(drawnFor(craft).usualGear ?? {}).flatMap(([id, usual]) =>
    Object.values(gear).some(
      ({ there, place, item }) => there !== null && place === usual.place && item.kind === usual.item.kind,
    )
      ? []
      : [{ id, usual }],
  );
}

/** The circuit is there, as such a craft has it. What nobody has measured stays unmeasured. */
export function noteCircuit({ id, usual: { access, place, ...circuit } }: Offered<UsualCircuit>): Operation[] {
  return [{ op: 'setExisting', id, circuit: { ...circuit, access, place, metered: false } }];
}

/** The piece is there and stays, until somebody says that it comes out. */
export function noteGear({ gear }: Pick<Job, 'gear'>, { id, usual }: Offered<UsualGear>): Operation[] {
  let key = id;
  for (let n = 2; Object.hasOwn(gear, key); n++) key = `${id}-${n}`;
  return [
    { op: 'addGear', id: key, item: usual.item, place: usual.place },
    { op: 'setThere', id: key, there: 'kept' },
  ];
}
