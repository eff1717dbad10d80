import { holdReadings } from '../../../services/bench/hold/keptReadings'

export default signedInRoute('read', null, ({ event, id }) => {
  const after = Number(askedIn(event, 'after') || -1)
  return holdReadings(id(), Number.isFinite(after) ? after : -1)
})
