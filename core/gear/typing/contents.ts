import type { Content } from '../gear';

/** What is in a kit: “1 × Kingcup 3, 4 × Bittern 165, 12 × M4 × 20 screw, option: Rush Microphone”. Undefined: not understood. */
export function readContents(text: string): Content[] | undefined {
  const found: Omit<Content, 'id'>[] = [];
  for (const entry of text.split(/[,;\n]+/)) {
    const words = entry.trim().replace(/\s+/g, ' ');
    if (!words) continue;
    const [, option, count, name] = /^(option:? )?(?:(\d{1,3}) ?[x×] )?(.+)$/i.exec(words)!;
    const many = count === undefined ? 1 : Number(count);
    if (many < 1 || many > 400 || name!.length > 80) return undefined;
    found.push({ name: name!, count: many, option: option !== undefined });
  }
  return found.length ? found.map((one, i) => ({ id: String(i + 1), ...one })) : undefined;
}

export const writeContents = (contents: readonly Content[] | undefined): string =>
  (contents ?? []).map(({ name, count, option }) => `${option ? 'option: ' : ''}${count} × ${name}`).join(', ');
