import { figureShown, type UnitSystem } from '../../units/shown';
import { readFigure } from '../../units/typed';
import { BEGINNING, CARRIES, type Carries, type LoomBranch } from '../loom';

// Branches of a loom as they are measured along it, one after another; what is written is read back the same.

const slug = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 30);

const CARRY_IDS = Object.keys(CARRIES) as Carries[];
const SAME: Readonly<Record<string, Carries>> = {
  'power and ground': 'power',
  'line-level': 'line',
  remote: 'turnOn',
  'turn on': 'turnOn',
};
const carriesOf = (words: string): Carries | undefined =>
  CARRY_IDS.find((id) => CARRIES[id] === words || `${CARRIES[id]} +` === words) ?? SAME[words];

/** One branch: “front left: 600 + 800, speaker, plug 14”. Undefined: not understood. */
function readBranch(text: string, system: UnitSystem): Omit<LoomBranch, 'id'> | undefined {
  const [, name, rest] = /^(.+?)\s*:\s*(.+)$/s.exec(text.trim().replace(/\s+/g, ' ')) ?? [];
  if (name === undefined) return undefined;
  const [lengths, ...said] = rest!.split(',').map((part) => part.trim());
  const [at, mm, more] = lengths!.split('+').map((part) => readFigure(system, part, 'mm'));
  if (at === undefined || mm === undefined || more !== undefined || !(at >= 0) || !(mm > 0)) return undefined;
  const branch = {
    name,
    atMm: Math.round(at),
    mm: Math.round(mm),
    plugMm: null as number | null,
    carries: [] as Carries[],
    inline: false,
  };
  for (const part of said.map((one) => one.toLowerCase())) {
    const plug = /^plug (.+)$/.exec(part)?.[1];
    const carries = carriesOf(part);
    if (carries) branch.carries.push(carries);
    else if (part === 'inline') branch.inline = true;
    else if (plug !== undefined) {
      const across = readFigure(system, plug, 'mm');
      if (!(across > 0)) return undefined;
      branch.plugMm = Math.round(across * 10) / 10;
    } else return undefined;
  }
  return branch.carries.length ? branch : undefined;
}

/** The branches of a loom, between semicolons or a line each. Undefined: not understood. */
export function readBranches(text: string, system: UnitSystem): LoomBranch[] | undefined {
  const entries = text.split(/[;\n]+/).filter((entry) => entry.trim());
  const taken = new Map<string, number>();
  const found = entries.map((entry): LoomBranch | undefined => {
    const branch = readBranch(entry, system);
    if (!branch) return undefined;
    const base = slug(branch.name) || 'branch';
    const count = (taken.get(base) ?? 0) + 1;
    taken.set(base, count);
    return { id: count === 1 && base !== BEGINNING ? base : `${base}-${count}`, ...branch };
  });
  return found.length && found.every((one) => one !== undefined) ? found : undefined;
}

export const writeBranches = (branches: readonly LoomBranch[] | undefined, system: UnitSystem): string =>
  (branches ?? [])
    .map(({ name, atMm, mm, plugMm, carries, inline }) =>
      [
        `${name}: ${figureShown(system, atMm, 'mm')} + ${figureShown(system, mm, 'mm')}`,
        ...carries.map((what) => CARRIES[what]),
        ...(plugMm === null ? [] : [`plug ${figureShown(system, plugMm, 'mm')}`]),
        ...(inline ? ['inline'] : []),
      ].join(', '),
    )
    .join('; ');
