import { holdCurve } from '../../../services/bench/hold/holdReadings'

export default signedInRoute('read', null, async ({ id }) => ({ points: await holdCurve(id()) }))
