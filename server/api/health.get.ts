import type { HealthPart } from '#shared/health'
import { health } from '../services/house/health'

/** Whether anything can be saved, for whoever asks; what to do about it, for people of the shop and whoever sits at its machine. */
export default openRoute(null, async ({ event }) => {
  const view = await health()
  if (!view.ok) setResponseStatus(event, 503)
  if (ownMachine(event) || (await callerOf(event).catch(() => null))) return view
  const untold = ([name, { state }]: [string, HealthPart]) => [name, { state, sentence: '' }] as const
  return { ...view, parts: Object.fromEntries(Object.entries(view.parts).map(untold)) }
})
