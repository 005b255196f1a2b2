import type { JointKind } from './joint';
import type { Pattern } from './pattern';

/** The bodies that joints of a kind move, with those that hang on them. */
export function movedBy({ joints }: Pick<Pattern, 'joints'>, kind: JointKind): ReadonlySet<string> {
  const all = Object.values(joints);
  const moved = new Set(all.flatMap((joint) => (joint.kind === kind ? [joint.moving] : [])));
  for (const body of moved) for (const joint of all) if (joint.fixed === body) moved.add(joint.moving);
  return moved;
}
