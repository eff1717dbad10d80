import { volumeCheckSchema } from '#shared/schemas/hold'
import { checkVolume } from '../../../services/volumeChecks'

export default signedInRoute('work', volumeCheckSchema, ({ actor, id, body }) => checkVolume(actor, id(), body))
