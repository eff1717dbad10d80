import { lookAtOhmmeter } from '../../../services/prove/instruments'

export default signedInRoute('read', null, ({ event, id }) => {
  const { standard, level } = getQuery(event)
  return lookAtOhmmeter(id(), String(standard ?? ''), Number(level))
})
