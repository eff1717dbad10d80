import { huntStepSchema } from '#shared/practice'
import { takeHuntStep } from '../../../../services/practice/hunts'

export default signedInRoute('read', huntStepSchema, ({ actor, body, id }) => takeHuntStep(actor, id(), body))
