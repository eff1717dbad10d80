import { createHash, randomBytes, randomInt } from 'node:crypto'

/** 128 bits that nobody guesses, as they stand in an address. */
export const newToken = (): string => randomBytes(16).toString('base64url')

/** What is kept of a token: who reads the database cannot use it. */
export const tokenHash = (token: string): string => createHash('sha256').update(token).digest('hex')

/** Letters and digits that are not taken for each other. */
const CODE_LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789'

/** Ten letters that can be read aloud: 49 bits, for codes that end after a use or a day and are counted when tried. */
export const oneTimeCode = (): string => Array.from({ length: 10 }, () => CODE_LETTERS[randomInt(CODE_LETTERS.length)]).join('')
