/** A name within a sentence: only its first letter goes small, so that "Rivet row A" keeps its A. */
export const lowerFirst = (text: string) => text.charAt(0).toLowerCase() + text.slice(1)
