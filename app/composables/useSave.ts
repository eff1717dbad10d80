import type { FormError } from '@nuxt/ui'

interface FieldErrors { setErrors: (errors: FormError[]) => void }

/** Sends a form once at a time: a refusal's sentences go beside their fields, the rest into `problem`. */
export function useSave() {
  const saving = ref(false)
  const problem = ref<string | null>(null)
  const save = async <T>(work: () => Promise<T>, form?: FieldErrors | null): Promise<T | undefined> => {
    if (saving.value) return
    saving.value = true
    problem.value = null
    try {
      return await work()
    }
    catch (error) {
      if (!(error instanceof ApiError)) throw error
      const fields = Object.entries(error.fields)
      form?.setErrors(fields.map(([name, message]) => ({ name, message })))
      problem.value = error.message
    }
    finally {
      saving.value = false
    }
  }
  return { saving, problem, save }
}
