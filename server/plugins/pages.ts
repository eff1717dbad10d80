import { existsSync, readdirSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { earlyScript, FIRST_PAGE } from '../../shared/early'

/** The file of scripts that the first page after sign-in needs, as it was built. */
function firstPageFile(): string | null {
  const folder = join(dirname(process.argv[1] ?? ''), '..', 'public', '_nuxt')
  const name = existsSync(folder) ? readdirSync(folder).find(each => each.startsWith(FIRST_PAGE) && each.endsWith('.js')) : null
  return name ? `/_nuxt/${name}` : null
}

/**
 * Scripts that are part of a page carry the nonce of its answer; nothing says what the page was made with. Whoever is signed in gets
 * the scripts of the pages, and the answers that the first one will ask for, while the program itself is still on its way.
 */
export default defineNitroPlugin(nitro => {
  const first = firstPageFile()
  nitro.hooks.hook('render:html', async (html, { event }) => {
    const path = getRequestURL(event).pathname
    const signedIn = !/^\/(sign-in|card)\b/.test(path) && (await callerOf(event)) !== null
    if (signedIn) {
      if (first) html.head.push(`<link rel="modulepreload" as="script" crossorigin href="${first}">`)
      html.head.unshift(`<script>${earlyScript(path === '/' ? ['me', 'bells', 'jobs?'] : ['me', 'bells'])}</script>`)
    }
    const nonce = String(event.context.nonce)
    const mark = (pieces: string[]) =>
      pieces.map(piece => piece.replace(/<script(?![^>]*\bnonce=)/g, `<script nonce="${nonce}"`))
    for (const part of ['head', 'bodyPrepend', 'body', 'bodyAppend'] as const) html[part] = mark(html[part])
  })
  nitro.hooks.hook('beforeResponse', event => removeResponseHeader(event, 'x-powered-by'))
})
