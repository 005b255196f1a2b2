const later = (f: () => void) => ('requestIdleCallback' in window ? window.requestIdleCallback(f) : setTimeout(f, 300));

/**
 * Fetches parts of the application before they are asked for, one after another when the page is idle, so that they
 * are there when the server is not. One that fails is asked for again when it is needed.
 */
export function fetchAhead(parts: readonly (() => Promise<unknown>)[]): void {
  const [first, ...rest] = parts;
  if (!first) return;
  later(
    () =>
      void first()
        .catch(() => undefined)
        .then(() => fetchAhead(rest)),
  );
}
