/** A database that never answers, and a page that is told when it is left. */
const never = () => new Promise<never>(() => undefined);
const { jest: runner } = import.meta as unknown as {
  jest: { unstable_mockModule: (name: string, make: () => object) => void };
};
runner.unstable_mockModule('idb-keyval', () => ({
  set: never,
  del: never,
  get: never,
  keys: never,
  update: never,
}));
const written = new Map<string, string>();
const told = new Map<string, () => void>();
Object.assign(globalThis, {
  localStorage: {
    setItem: (key: string, text: string) => written.set(key, text),
    removeItem: (key: string) => written.delete(key),
  },
  addEventListener: (name: string, handle: () => void) => told.set(name, handle),
  document: { visibilityState: 'visible' },
});
const { set } = await import('./device');
const tell = (name: string) => told.get(name)!();

test('what a page does once it is left is written down at once, and not unwritten by what it does after that', () => {
  void set('job', 'first');
  expect([...written]).toEqual([]);
  tell('pagehide');
  expect(written.get('haltrik-at-once/job')).toContain('first');
  // A timer of it runs once more.
  void set('job', 'second');
  expect(written.get('haltrik-at-once/job')).toContain('second');
  // Shown again, the database has time.
  tell('pageshow');
  void set('job', 'third');
  expect([...written]).toEqual([]);
  Object.assign(document, { visibilityState: 'hidden' });
  tell('visibilitychange');
  expect(written.get('haltrik-at-once/job')).toContain('third');
});
