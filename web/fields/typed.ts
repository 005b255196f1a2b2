import { ref, watch, type Ref } from 'vue';

export interface Typed {
  readonly typed: Ref<string>;
  /** Whether something stands there that has neither been taken nor is what is shown. */
  readonly isTyping: () => boolean;
  /** What is typed has been taken: from now on it follows the value, which may come back written otherwise. */
  readonly taken: () => void;
  /** Back to what is shown. */
  readonly settle: () => void;
}

/**
 * Text being typed over a value that may change beneath it (a plan that comes back, somebody else's edit): what is
 * being typed is never overwritten; once it is taken it follows the value again.
 */
export function useTyped(shown: () => string): Typed {
  const typed = ref(shown());
  let from = typed.value;
  const isTyping = () => typed.value !== from;
  watch(shown, (now) => {
    const typing = isTyping();
    from = now;
    if (!typing) typed.value = now;
  });
  return {
    typed,
    isTyping,
    taken: () => {
      from = typed.value;
    },
    settle: () => {
      typed.value = from = shown();
    },
  };
}

/** Takes words that must not be empty; says so where they are. */
export function someWords(text: string, take: (clean: string) => void): string | undefined {
  const clean = text.trim();
  if (!clean) return 'expected 1 to 400 characters.';
  take(clean);
  return undefined;
}
