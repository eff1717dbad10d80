import { lookAtGasMeter } from '../../../services/safe/safety'

export default signedInRoute('read', null, ({ event, actor, id }) =>
  lookAtGasMeter(id(), String(getQuery(event).point ?? ''), +actor.now),
)
