import { pastFigures } from '../../services/past/figures'

export default signedInRoute('read', null, () => pastFigures())
