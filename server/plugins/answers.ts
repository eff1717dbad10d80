import { entityTag, isKnown, packed } from '../utils/packed'

/** Pages and JSON are packed on their way; JSON that whoever asks has already is not sent again. */
export default defineNitroPlugin(nitro => {
  nitro.hooks.hook('beforeResponse', async (event, response) => {
    const { body } = response
    const isText = typeof body === 'string'
    const isJson =
      typeof body === 'object' &&
      body !== null &&
      [Object.prototype, Array.prototype].includes(Object.getPrototypeOf(body) as object)
    if ((!isText && !isJson) || getResponseHeader(event, 'content-encoding')) return
    const bytes = Buffer.from(isText ? body : JSON.stringify(body))
    if (!isText) setResponseHeader(event, 'Content-Type', 'application/json')
    appendResponseHeader(event, 'Vary', 'Accept-Encoding')
    if (isJson && event.method === 'GET' && getResponseStatus(event) === 200) {
      const tag = entityTag(bytes)
      setResponseHeader(event, 'ETag', tag)
      if (isKnown(tag, getRequestHeader(event, 'if-none-match') ?? '')) {
        setResponseStatus(event, 304)
        response.body = ''
        return
      }
    }
    const sent = await packed(bytes, getRequestHeader(event, 'accept-encoding') ?? '')
    if (sent.encoding) setResponseHeader(event, 'Content-Encoding', sent.encoding)
    response.body = sent.body
  })
})
