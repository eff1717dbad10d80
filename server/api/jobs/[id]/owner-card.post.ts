import { ownerCardSchema } from '#shared/schemas/handBack'
import { makeOwnerCard } from '../../../services/prove/ownerCards'

export default signedInRoute('work', ownerCardSchema, ({ actor, id, body }) => makeOwnerCard(actor, id(), body.id))
