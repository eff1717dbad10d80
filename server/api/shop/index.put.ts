import { letterheadSchema } from '#shared/schemas/handBack'
import { setShopName } from '../../services/prove/letterhead'

export default signedInRoute('people', letterheadSchema, ({ actor, body }) => setShopName(actor, body))
