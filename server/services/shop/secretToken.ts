import { createHash, randomBytes } from 'node:crypto'

/** 128 bits that nobody guesses, as they stand in an address. */
export const newToken = (): string => randomBytes(16).toString('base64url')

/** What is kept of a token: who reads the database cannot use it. */
export const tokenHash = (token: string): string => createHash('sha256').update(token).digest('hex')
