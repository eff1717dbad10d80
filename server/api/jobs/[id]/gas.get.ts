import { lookAtGasMeter } from '../../../services/safe/safety'

export default signedInRoute('read', null, ({ event, actor, id }) => lookAtGasMeter(id(), askedIn(event, 'point'), +actor.now))
