import { shopFigures } from '../../services/repair/decide'

export default signedInRoute('read', null, () => shopFigures())
