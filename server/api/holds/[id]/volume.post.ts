import { volumeCheckSchema } from '#shared/schemas/hold'
import { checkVolume } from '../../../services/bench/volumeChecks'

export default signedInRoute('work', volumeCheckSchema, ({ actor, id, body }) => checkVolume(actor, id(), body))
