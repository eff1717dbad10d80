import { rigFindSchema } from '#shared/leaktest/findForm'
import { recordRigFind } from '../../../services/job/eyeFinds'

export default signedInRoute('work', rigFindSchema, ({ actor, id, body }) => recordRigFind(actor, id(), body))
