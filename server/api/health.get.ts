import { health } from '../services/house/health'

export default openRoute(null, async ({ event }) => {
  const view = await health()
  if (!view.ok) setResponseStatus(event, 503)
  return view
})
