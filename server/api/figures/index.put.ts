import { shopFigureSchema } from '#shared/schemas/choice'
import { setShopFigure } from '../../services/repair/decide'

export default signedInRoute('work', shopFigureSchema, ({ actor, body }) => setShopFigure(actor, body))
