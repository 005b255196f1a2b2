import { ref, watch, type Ref } from 'vue';

/**
 * Text being typed over a value that may change beneath it (a plan that comes back, somebody else's edit): what is
 * being typed is never overwritten; once it is taken or left as it was, it follows the value again.
 */
export function useTyped(shown: () => string): { typed: Ref<string>; isTyping: () => boolean; settle: () => void } {
  const typed = ref(shown());
  let from = typed.value;
  const isTyping = () => typed.value !== from;
  const settle = () => {
    typed.value = from = shown();
  };
  watch(shown, (now) => {
    const typing = isTyping();
    from = now;
    if (!typing) typed.value = now;
  });
  return { typed, isTyping, settle };
}
