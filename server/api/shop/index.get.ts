import { shopName } from '../../services/prove/letterhead'

export default signedInRoute('read', null, () => shopName())
