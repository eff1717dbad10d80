import type { Role } from '../../../shared/schemas/person'
import { Refusal } from './refusal'

/** What each role may do. An inspector reads everything and changes nothing of the work. */
const allowed = {
  work: ['owner', 'technician'],
  people: ['owner'],
  devices: ['owner'],
  sign: ['owner', 'technician', 'inspector'],
  read: ['owner', 'technician', 'inspector'],
} as const satisfies Record<string, readonly Role[]>
export type Deed = keyof typeof allowed

/** @throws Refusal 403 when a role may not */
export function mustBeAllowed(role: Role, deed: Deed): void {
  if (!(allowed[deed] as readonly Role[]).includes(role)) {
    throw new Refusal(
      403,
      deed === 'people'
        ? 'Only the owner changes who works here.'
        : deed === 'devices'
          ? 'Only the owner makes and revokes keys for loggers.'
          : 'Inspectors read; ask a technician or the owner to make this change.',
    )
  }
}
