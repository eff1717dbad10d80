import { shopIsEmpty } from '../services/shop/people'

export default openRoute(null, async () => ({ ok: true, empty: await shopIsEmpty() }))
