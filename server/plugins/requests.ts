import { log, loggedPath } from '../utils/log'

/** A line for each request, with the id that its answer carries. */
export default defineNitroPlugin(nitro => {
  nitro.hooks.hook('request', event => {
    const from = performance.now()
    event.node.res.once('close', () => {
      log.info({
        request: event.context.requestId as string,
        method: event.method,
        path: loggedPath(event.path),
        status: event.node.res.statusCode,
        ms: Math.round(performance.now() - from),
      })
    })
  })
})
