import type { FormError } from '@nuxt/ui'

interface FieldErrors {
  setErrors: (errors: FormError[]) => void
}

/**
 * Sends a form once at a time: a refusal's sentences go beside their fields, the rest into `problem`.
 * @param inOrder quick taps wait for each other, where each is an entry of its own; otherwise what comes while one is sent is a
 *   repeated submit and is dropped
 */
export function useSave({ inOrder = false } = {}) {
  let last: Promise<unknown> = Promise.resolve()
  const saving = ref(false)
  const problem = ref<string | null>(null)
  const send = async <T>(work: () => Promise<T>, form?: FieldErrors | null): Promise<T | undefined> => {
    saving.value = true
    problem.value = null
    try {
      return await work()
    } catch (error) {
      if (!(error instanceof ApiError)) throw error
      const fields = Object.entries(error.fields)
      form?.setErrors(fields.map(([name, message]) => ({ name, message })))
      problem.value = error.message
    } finally {
      saving.value = false
    }
  }
  const save = <T>(work: () => Promise<T>, form?: FieldErrors | null): Promise<T | undefined> => {
    if (!inOrder) return saving.value ? Promise.resolve(undefined) : send(work, form)
    const turn = last.then(() => send(work, form))
    last = turn.catch(() => {})
    return turn
  }
  return { saving, problem, save }
}
