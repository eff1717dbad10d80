import type { AnyObjectSchema, ObjectSchema } from 'yup'
import type { JobAspect } from '../changes'
import type { SignedSection } from '../prove/signedSections'

/** What every entry of a job has: who said it, when it happened (ms since 1970), and why it was struck out, if it was. */
export interface Said {
  id: string
  by: string
  at: number
  /** when it was said, by the server's clock, where that was later */
  saidAt?: number
  struck: string | null
}

/** What the trail looks names and numbers up in. */
export interface Named {
  parts: readonly { id: string; name: string }[]
  stripped: readonly { id: string; name: string }[]
  purchases: readonly { id: string; name: string }[]
  leaks: readonly { id: string; number: number }[]
}

/** Facts as a form has them: all but the id. */
type FactsOf<Form> = Omit<Form, 'id'>

/**
 * A kind of entry: all that the program has to know of it to take it in, load it, sign it, strike it out and read it in the ledger.
 * `List` is the list of a job in which it stands, `Form` how it is sent, `Facts` what is kept, `View` how it stands in a job.
 */
export interface EntryKind<
  List extends string | null,
  Form extends { id: string },
  Facts = FactsOf<Form>,
  View = Said & Facts,
> {
  /** the body of whoever appends one */
  schema: ObjectSchema<Form>
  /** what is kept of it, where that is not its body without the id: the types alone are asked of what comes from elsewhere */
  facts?: AnyObjectSchema
  /** what of a job it is loaded and fetched again with */
  aspect: JobAspect
  /** what else changes with it */
  alters?: readonly JobAspect[]
  /** the list of a job in which it stands; null where it is read with another entry */
  list: List
  /** what a signature names when it was changed; null for what none covers */
  section: SignedSection | null
  /** whether it can be struck out with a reason */
  strikable: boolean
  /** the act, as the trail tells it */
  verb: string | ((form: Form) => string)
  /** what the trail keeps of it */
  told?: (form: Form, job: Named) => Record<string, unknown>
  /** the act, for whoever writes a program that sends it */
  summary: string
  /** the entry that it belongs to */
  about?: (form: Form) => string
  /** what is kept and how it stands, for types alone: nothing is ever there */
  readonly types?: { facts: Facts; view: View }
}
