import { FetchError } from 'ofetch'
import { KEPT_AT, PERSON } from '~/offline/kept'
import { takeEarly } from '#shared/early'
import type { JobView } from '#shared/views'

/** What went wrong, in a sentence; `offline` when the server was not reached at all. */
export class ApiError extends Error {
  override name = 'ApiError'
  constructor(
    message: string,
    readonly status: number,
    readonly fields: Record<string, string> = {},
    readonly current?: unknown,
  ) {
    super(message)
  }

  get offline() {
    return this.status === 0
  }
}

type Method = 'GET' | 'POST' | 'PATCH' | 'PUT' | 'DELETE'

/**
 * Calls the server. When the session has ended, asks for sign-in over the page and then goes on, so that nothing typed is lost.
 * @throws ApiError
 */
export async function callApi<Answer>(path: string, method: Method = 'GET', body?: object): Promise<Answer> {
  const early = method === 'GET' ? await takeEarly<Answer>(path) : null
  if (early !== null) return early
  for (;;) {
    const person = useSession().person?.id
    // Whose page this is: another tab may have signed somebody else in meanwhile.
    const headers = person === undefined || path.startsWith('session') ? undefined : { [PERSON]: person }
    try {
      const answer = await $fetch.raw<Answer>(`/api/${path}`, { method, body, headers, retry: 0 })
      if (method === 'GET') useChanges().heardFrom(Number(answer.headers.get(KEPT_AT)) || null)
      return answer._data as Answer
    } catch (error) {
      if (!(error instanceof FetchError)) throw error
      const data = (
        error.data as { data?: { message?: string; fields?: Record<string, string>; current?: unknown } } | undefined
      )?.data
      // Only a person whose session ran out is asked again; after signing out a late call just fails.
      if (error.status === 401 && !path.startsWith('session') && useSession().person) {
        await useSession().signInAgain()
        continue
      }
      if (!error.status || error.status === 502 || error.status === 503 || error.status === 504) {
        throw new ApiError('The server cannot be reached. Check the network; what you typed stays here.', 0)
      }
      throw new ApiError(
        data?.message ?? 'Something went wrong on the server. Try again.',
        error.status,
        data?.fields ?? {},
        data?.current,
      )
    }
  }
}

/** Of a refusal because somebody else was first: shows what they did. */
export function takeCurrent(error: unknown, take: (job: JobView) => void): void {
  if (error instanceof ApiError && error.status === 409 && error.current) take(error.current as JobView)
}
