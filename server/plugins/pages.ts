/** Scripts that are part of a page carry the nonce of its answer; nothing says what the page was made with. */
export default defineNitroPlugin(nitro => {
  nitro.hooks.hook('render:html', (html, { event }) => {
    const nonce = String(event.context.nonce)
    const mark = (pieces: string[]) =>
      pieces.map(piece => piece.replace(/<script(?![^>]*\bnonce=)/g, `<script nonce="${nonce}"`))
    for (const part of ['head', 'bodyPrepend', 'body', 'bodyAppend'] as const) html[part] = mark(html[part])
  })
  nitro.hooks.hook('beforeResponse', event => removeResponseHeader(event, 'x-powered-by'))
})
