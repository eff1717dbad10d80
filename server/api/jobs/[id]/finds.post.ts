import { eyeFindSchema } from '#shared/leaktest/findForm'
import { addEyeFind } from '../../../services/job/eyeFinds'

export default signedInRoute('work', eyeFindSchema, ({ actor, id, body }) => addEyeFind(actor, id(), body))
