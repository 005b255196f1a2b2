import type { Page } from '@playwright/test';

export interface Flaws {
  /** Pages that scroll sideways, px. */
  readonly sideways: number;
  /** Drawn words over one another, by more than a quarter of the smaller. */
  readonly overlaps: string[];
  /** Words wider than what they stand on. */
  readonly outside: string[];
  /** Words cut off by their box. */
  readonly cut: string[];
  /** What can be pressed, and is smaller than it must be. */
  readonly small: string[];
}

/** Looks over what a page shows, as it stands on screen. `least` is the least a target may be, px. */
export const flawsOf = (page: Page, least: number): Promise<Flaws> =>
  page.evaluate((leastPx) => {
    const shown = (node: Element) => {
      const { width, height } = node.getBoundingClientRect();
      const style = getComputedStyle(node);
      return width > 0 && height > 0 && style.visibility !== 'hidden' && Number(style.opacity) > 0.05;
    };
    const quiet = (node: Element) =>
      node.closest('[aria-hidden=true], .visually-hidden, .visually-hidden-live') !== null;
    const words = (node: Element) => (node.textContent ?? '').replace(/\s+/g, ' ').trim();
    const name = (node: Element) =>
      `${node.tagName.toLowerCase()}${node.id && `#${node.id}`}.${(node.getAttribute('class') ?? '').split(' ').join('.')} “${(node.getAttribute('aria-label') ?? words(node)).slice(0, 40)}”`;
    const sideways = document.documentElement.scrollWidth - document.documentElement.clientWidth;

    const labels = [...document.querySelectorAll<SVGTextElement>('svg text')].filter((t) => shown(t) && words(t));
    const overlaps: string[] = [];
    for (const svg of document.querySelectorAll('svg')) {
      const own = labels.filter((t) => t.ownerSVGElement === svg).map((t) => ({ t, r: t.getBoundingClientRect() }));
      own.forEach(({ t, r }, i) => {
        for (const { t: u, r: q } of own.slice(i + 1)) {
          // Turned together, as on a stamp, the upright boxes of two lines say nothing.
          if (t.parentElement === u.parentElement && t.closest('[transform*=rotate]')) continue;
          const w = Math.min(r.right, q.right) - Math.max(r.left, q.left);
          const h = Math.min(r.bottom, q.bottom) - Math.max(r.top, q.top);
          if (w <= 0 || h <= 0) continue;
          const part = (w * h) / Math.min(r.width * r.height, q.width * q.height);
          if (part > 0.25) overlaps.push(`${words(t)} × ${words(u)}: ${Math.round(part * 100)} %`);
        }
      });
    }

    const outside = labels.flatMap((t) => {
      const plate = t.closest('.press')?.querySelector('rect.plate, rect.block');
      if (!plate) return [];
      const [r, p] = [t.getBoundingClientRect(), plate.getBoundingClientRect()];
      const over = Math.max(p.left - r.left, r.right - p.right);
      return over > 0.5 ? [`${words(t)}: ${over.toFixed(1)} px`] : [];
    });

    const cut = [...document.querySelectorAll('button, .btn, select, label, th, td, h1, h2, h3, p, span, .tab')]
      .filter((node) => shown(node) && !quiet(node) && words(node))
      .flatMap((node) => {
        const style = getComputedStyle(node);
        if (style.overflowX === 'visible' || style.overflowX === 'auto' || style.overflowX === 'scroll') return [];
        const over = node.scrollWidth - node.clientWidth;
        return over > 1 ? [`${name(node)}: ${over} px`] : [];
      });

    for (const input of document.querySelectorAll<HTMLInputElement>('input'))
      if (shown(input) && !quiet(input) && input.scrollWidth - input.clientWidth > 1)
        cut.push(`${name(input)} ${input.value}: ${input.scrollWidth - input.clientWidth} px`);

    const small = [
      ...document.querySelectorAll<HTMLElement>(
        'a[href], button, input, select, textarea, summary, [role=button], [role=tab], [role=option], [tabindex="0"]',
      ),
    ]
      .filter((node) => shown(node) && !quiet(node))
      .flatMap((node) => {
        // A link among words is as high as its line.
        if (node.matches('p a') && getComputedStyle(node).display === 'inline') return [];
        // A box is ticked by its label as well.
        const label =
          node instanceof HTMLInputElement && /checkbox|radio/.test(node.type) ? node.labels?.[0] : undefined;
        const [a, b] = [node, label ?? node].map((x) => x.getBoundingClientRect()) as [DOMRect, DOMRect];
        const width = Math.max(a.right, b.right) - Math.min(a.left, b.left);
        const height = Math.max(a.bottom, b.bottom) - Math.min(a.top, b.top);
        const px = Math.min(width, height);
        return px < leastPx - 0.5 ? [`${name(node)}: ${Math.round(width)} × ${Math.round(height)}`] : [];
      });
    return { sideways, overlaps, outside, cut, small };
  }, least);
