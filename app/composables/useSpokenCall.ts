import { onScopeDispose, ref, watch } from 'vue'

const key = 'efferent.calls-aloud'
function kept(): boolean {
  try {
    return localStorage.getItem(key) === 'yes'
  } catch {
    return false
  }
}

/**
 * Says aloud what is called, where this device has a voice and somebody has asked for it: the helper in the seat reads no screen. Quiet
 * until then; a call that is overtaken is not finished. `words`: what is to be said now, or nothing.
 */
export function useSpokenCall(words: () => string | undefined) {
  const voice = typeof speechSynthesis === 'undefined' ? undefined : speechSynthesis
  const isOn = ref(voice !== undefined && kept())
  watch([words, isOn], ([now, on]) => {
    voice?.cancel()
    if (on && now) voice?.speak(new SpeechSynthesisUtterance(now.toLowerCase()))
  })
  watch(isOn, on => {
    try {
      localStorage.setItem(key, on ? 'yes' : 'no')
    } catch {
      /* Chosen for this page only, where the browser keeps nothing. */
    }
  })
  onScopeDispose(() => voice?.cancel())
  return { hasVoice: voice !== undefined, isOn }
}
