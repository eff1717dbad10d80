import { hotWorkSchema } from '#shared/schemas/safety'
import { recordHotWork } from '../../../services/safe/safety'

export default signedInRoute('work', hotWorkSchema, ({ actor, id, body }) => recordHotWork(actor, id(), body))
