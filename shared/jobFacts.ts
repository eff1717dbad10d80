import type { JobFacts } from './schemas/job'
import type { JobView } from './views'

/** A job's editable facts. */
export const factsOf = (view: JobView): JobFacts => ({
  work: view.work,
  craftName: view.craft.name,
  craftKind: view.craft.kind,
  craftBuilt: view.craft.built,
  craftRegistration: view.craft.registration,
  tankName: view.tankName,
  material: view.material,
  capacity: view.capacity,
  fuel: view.fuel,
  pressureLimit: view.pressureLimit,
  limitSource: view.limitSource,
  acceptance: view.acceptance,
  fuelAcceptance: view.fuelAcceptance,
  limitsReason: view.limitsReason,
  complaint: view.complaint,
})
