import { nextTick, ref } from 'vue';
import { useTyped } from './typed';

test('it follows the value, except while something is being typed', async () => {
  const value = ref('one');
  const { typed, isTyping, taken } = useTyped(() => value.value);
  value.value = 'two';
  await nextTick();
  expect(typed.value).toBe('two');
  typed.value = 'two and a ha';
  value.value = 'three';
  await nextTick();
  expect([typed.value, isTyping()]).toEqual(['two and a ha', true]);
  typed.value = 'two and a half';
  taken();
  value.value = 'two and a half';
  await nextTick();
  expect([typed.value, isTyping()]).toEqual(['two and a half', false]);
  // Undone.
  value.value = 'three';
  await nextTick();
  expect(typed.value).toBe('three');
});

test('what is taken comes back as the job writes it, and is undone: "12,6" is 12.6, a space at the end is none', async () => {
  for (const [written, kept] of [
    ['12,6', '12.6'],
    ['Spare bank ', 'Spare bank'],
  ] as const) {
    const value = ref('before');
    const { typed, isTyping, taken } = useTyped(() => value.value);
    typed.value = written;
    taken();
    value.value = kept;
    await nextTick();
    expect([typed.value, isTyping()]).toEqual([kept, false]);
    value.value = 'before';
    await nextTick();
    expect(typed.value).toBe('before');
  }
});

test('what was refused stays until it is mended or given up', async () => {
  const value = ref('150');
  const { typed, isTyping, settle } = useTyped(() => value.value);
  typed.value = 'a lot';
  value.value = '200';
  await nextTick();
  expect([typed.value, isTyping()]).toEqual(['a lot', true]);
  settle();
  expect([typed.value, isTyping()]).toEqual(['200', false]);
});
