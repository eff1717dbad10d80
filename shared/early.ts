/** Name of the file of scripts that the first page after sign-in needs. */
export const FIRST_PAGE = 'first-page'

/** Answers that were asked for before the program was there, by their path under /api. */
export interface Early {
  zincEarly?: Record<string, Promise<Response> | undefined>
}

/** A script that asks for them as soon as the page begins. */
export const earlyScript = (paths: readonly string[]): string =>
  `zincEarly={};for(const p of ${JSON.stringify(paths)})(zincEarly[p]=fetch('/api/'+p,{headers:{accept:'application/json'}})).catch(()=>{})`

/** An answer that was asked for early, once; null where there is none or it was no good, so that it is asked for in the usual way. */
export async function takeEarly<T>(path: string, place: Early = globalThis as Early): Promise<T | null> {
  const asked = place.zincEarly?.[path]
  if (!asked) return null
  place.zincEarly![path] = undefined
  try {
    const answer = await asked
    return answer.ok ? ((await answer.json()) as T) : null
  } catch {
    return null
  }
}
