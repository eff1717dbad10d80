/** Name of the file of scripts that the first page after sign-in needs. */
export const FIRST_PAGE = 'first-page'
/** Name of the file of scripts that a job's page needs besides. */
export const JOB_PAGE = 'job-page'

/** Id of the element with the answers that came with a page, by their path under /api. */
export const EARLY = 'zinc-early'

/** An element of a page that holds answers which the page would ask for first. @param answers JSON by path */
export const earlyElement = (answers: Readonly<Record<string, string>>): string =>
  `<script type="application/json" id="${EARLY}">{${Object.entries(answers)
    .map(([path, json]) => `${JSON.stringify(path)}:${json}`)
    .join(',')
    // Nothing in a name or a note ends the element.
    .replaceAll('<', '\\u003c')}}</script>`

/** A page without what came for one person at one moment, to open with when there is no network. */
export const withoutEarly = (page: string): string =>
  page.replace(new RegExp(`<script[^>]* id="${EARLY}"[^>]*>[^<]*</script>`), '').replace(/<!--drawn-->[^]*?<!--\/drawn-->/, '')

let came: Record<string, unknown> | null = null

/** An answer that came with the page, once; null where there is none, so that it is asked for in the usual way. @param text the element's */
export function takeEarly<T>(path: string, text: () => string | null | undefined): T | null {
  came ??= JSON.parse(text() ?? '{}') as Record<string, unknown>
  const answer = (came[path] ?? null) as T | null
  came[path] = null
  return answer
}
