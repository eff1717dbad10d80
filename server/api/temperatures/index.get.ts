import { shopTemperatures } from '../../services/shelf/shopTemperatures'

export default signedInRoute('read', null, () => shopTemperatures())
