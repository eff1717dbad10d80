import { dictionary } from '@zxcvbn-ts/language-common'
import { refuseField } from '../ground/refusal'

/** The common passwords, and each without the figures and signs at its end. */
const common: ReadonlySet<string> = new Set(dictionary.passwords.map(String))
const LEAST_LETTERS = 5

const withoutEnds = (text: string) => text.replace(/^[\W\d_]+|[\W\d_]+$/g, '')

/**
 * Refuses a password that somebody would try first. Its length is the schema's to check.
 * @param about words of the person that are no secret: name and sign-in name
 * @param field of the form, for the sentence
 * @throws Refusal 422
 * @see OWASP Application Security Verification Standard 4.0, 2.1.7 (lists of the commonest) and 2.1.9 (no rules of composition)
 */
export function mustBeHardToGuess(password: string, about: readonly string[], field = 'password'): void {
  const plain = password.toLowerCase()
  const core = withoutEnds(plain)
  if (common.has(plain) || (common.has(core) && core.length * 2 >= plain.length))
    throw refuseField(
      field,
      'That is one of the passwords that are tried first. Take a few words that nobody would put together.',
    )
  if (new Set(plain).size < LEAST_LETTERS)
    throw refuseField(field, 'That repeats a few characters. Take a few words that nobody would put together.')
  const known = about.flatMap(each => each.toLowerCase().split(/[^\p{L}\p{N}]+/u)).filter(word => word.length > 2)
  if (known.some(word => plain.includes(word) && word.length * 2 >= plain.length))
    throw refuseField(field, 'That is mostly your name. Take a few words that nobody would put together.')
}
