import { FetchError } from 'ofetch'
import { KEPT_AT, PERSON } from '~/offline/kept'
import { EARLY, takeEarly } from '#shared/early'
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

/** What was last got from an address, with the server's name for it: what has not changed is not sent again. In this page's memory alone. */
const known = new Map<string, { tag: string; answer: unknown }>()
const MOST_KNOWN = 40
// What keeps answers for a time without a network has to see each once, and forgets them when somebody leaves.
navigator.serviceWorker?.addEventListener('controllerchange', () => known.clear())

/** How long a page is being opened, ms. */
const OPENING = 15_000

type Method = 'GET' | 'POST' | 'PATCH' | 'PUT' | 'DELETE'

/**
 * Calls the server. When the session has ended, asks for sign-in over the page and then goes on, so that nothing typed is lost.
 * @throws ApiError
 */
export async function callApi<Answer>(path: string, method: Method = 'GET', body?: object): Promise<Answer> {
  // What came with the page is of the moment at which it was opened. Where answers are kept for a time without a network they are asked for, so that they are.
  if (method === 'GET' && performance.now() < OPENING && !navigator.serviceWorker?.controller) {
    const early = takeEarly<Answer>(path, () => document.getElementById(EARLY)?.textContent)
    if (early !== null) return early
  }
  if (method !== 'GET' && path.startsWith('session')) known.clear()
  for (;;) {
    const person = useSession().person?.id
    const headers: Record<string, string> = {}
    // Whose page this is: another tab may have signed somebody else in meanwhile.
    if (person !== undefined && !path.startsWith('session')) headers[PERSON] = person
    const at = `${person}:${path}`
    const before = method === 'GET' ? known.get(at) : undefined
    if (before) headers['if-none-match'] = before.tag
    try {
      const answer = await $fetch.raw<Answer>(`/api/${path}`, { method, body, headers, retry: 0 })
      if (method === 'GET') useChanges().heardFrom(Number(answer.headers.get(KEPT_AT)) || null)
      if (answer.status === 304 && before) return before.answer as Answer
      const tag = answer.headers.get('etag')
      if (method === 'GET' && tag) remember(at, { tag, answer: answer._data })
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

function remember(at: string, got: { tag: string; answer: unknown }): void {
  known.delete(at)
  known.set(at, got)
  if (known.size > MOST_KNOWN) known.delete(known.keys().next().value!)
}

/** Of a refusal because somebody else was first: shows what they did. */
export function takeCurrent(error: unknown, take: (job: JobView) => void): void {
  if (error instanceof ApiError && error.status === 409 && error.current) take(error.current as JobView)
}
