import { folded } from '#core/text/text';

/** Text as it stands in XML, on one line. */
export const escape = (text: string): string =>
  folded(text).replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!);

export const round = (value: number): string => String(Number(value.toFixed(3)));

/** Attributes with a value, those without left out. */
export const attributes = (values: Readonly<Record<string, string | number | undefined>>): string =>
  Object.entries(values)
    .flatMap(([name, value]) =>
      value === undefined ? [] : [` ${name}="${typeof value === 'number' ? round(value) : value}"`],
    )
    .join('');
