import { holdCurve } from '../../../services/bench/hold/keptReadings'

export default signedInRoute('read', null, async ({ id }) => ({ points: await holdCurve(id()) }))
