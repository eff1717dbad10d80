/**
 * A request that cannot be done, as one sentence a person can act on; `fields` puts sentences beside the fields they are about.
 */
export class Refusal extends Error {
  override name = 'Refusal'
  constructor(
    readonly status: 400 | 401 | 403 | 404 | 409 | 413 | 415 | 422 | 429 | 499,
    message: string,
    readonly fields: Record<string, string> = {},
    readonly current?: unknown,
  ) {
    super(message)
  }
}

export const notFound = (what: string) =>
  new Refusal(404, `There is no such ${what}. It may have been opened from an old link.`)
/** Something else has this id already: to take it for a repeated submit would lose what was sent. */
export const idTaken = () => new Refusal(409, 'Something else was recorded under this id. Reload the page and record it again.')
export const refuseField = (field: string, message: string) => new Refusal(422, message, { [field]: message })
