import { existsSync, readdirSync } from 'node:fs'
import { dirname, join } from 'node:path'
import type { H3Event } from 'h3'
import { earlyElement, FIRST_PAGE, JOB_PAGE } from '../../shared/early'
import type { BayPage, JobView } from '../../shared/views'
import { drawnBay, drawnJob } from '../utils/drawnPage'

/** Files of scripts as they were built, by the name that each begins with. */
function builtFiles(): (name: string) => string[] {
  const folder = join(dirname(process.argv[1] ?? ''), '..', 'public', '_nuxt')
  const files = existsSync(folder) ? readdirSync(folder).filter(each => each.endsWith('.js')) : []
  return name => files.filter(each => each.startsWith(`${name}.`)).map(each => `/_nuxt/${each}`)
}

const JOB = /^\/jobs\/([0-9a-f-]{36})$/i

/** What a page asks for first, by its address. */
function asked(path: string): string[] {
  const job = JOB.exec(path)?.[1]
  return ['me', 'bells', ...(path === '/' ? ['jobs?', 'practice/first-hour'] : []), ...(job ? [`jobs/${job}`] : [])]
}

/**
 * Scripts that are part of a page carry the nonce of its answer; nothing says what the page was made with. Whoever is signed in gets
 * with the page the answers that it would ask for first, what they say drawn, and the scripts named that draw the rest.
 */
export default defineNitroPlugin(nitro => {
  const files = builtFiles()
  const answersFor = async (event: H3Event, path: string) => {
    const headers = { cookie: getRequestHeader(event, 'cookie') ?? '' }
    const answers: Record<string, string> = {}
    await Promise.all(
      asked(path).map(async each => {
        const answer = await nitro.localFetch(`/api/${each}`, { headers })
        if (answer.ok) answers[each] = await answer.text()
      }),
    )
    return answers
  }
  const drawn = (path: string, answers: Record<string, string>): string => {
    if (answers['jobs?']) return drawnBay(JSON.parse(answers['jobs?']) as BayPage)
    const job = answers[`jobs/${JOB.exec(path)?.[1]}`]
    return job ? drawnJob(JSON.parse(job) as JobView, Date.now()) : ''
  }
  nitro.hooks.hook('render:html', async (html, { event }) => {
    const path = getRequestURL(event).pathname
    const signedIn = !/^\/(sign-in|card)\b/.test(path) && (await callerOf(event)) !== null
    if (signedIn) {
      for (const file of [...files(FIRST_PAGE), ...(JOB.test(path) ? files(JOB_PAGE) : [])])
        html.head.push(`<link rel="modulepreload" as="script" crossorigin href="${file}">`)
      const answers = await answersFor(event, path)
      html.head.push(earlyElement(answers))
      html.bodyPrepend.unshift(drawn(path, answers))
    }
    const nonce = String(event.context.nonce)
    const mark = (pieces: string[]) =>
      pieces.map(piece => piece.replace(/<script(?![^>]*\bnonce=)/g, `<script nonce="${nonce}"`))
    for (const part of ['head', 'bodyPrepend', 'body', 'bodyAppend'] as const) html[part] = mark(html[part])
  })
  nitro.hooks.hook('beforeResponse', event => removeResponseHeader(event, 'x-powered-by'))
})
