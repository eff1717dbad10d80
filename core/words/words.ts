const conjunction = new Intl.ListFormat('en-GB', { type: 'conjunction' })

const disjunction = new Intl.ListFormat('en-GB', { type: 'disjunction' })

/** Names as a choice in a sentence: the cap, the drain or the seam. */
export const orWords = (names: readonly string[]): string => disjunction.format(names)

/** Names as one list in a sentence: the cap, the drain and the seam. */
export const listWords = (names: readonly string[]): string => conjunction.format(names)

/** A count with its noun: 1 part, 3 parts. */
export const countOf = (count: number, noun: string): string => `${count} ${noun}${count === 1 ? '' : 's'}`

/** For a name in the middle of a sentence. */
export const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1)

/** For a name that begins a sentence. */
export const upperFirst = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)
