import { inTurn } from '../ground/inTurn'

/** How many wait for a curve or a step of a hunt; the shop's own work comes first. */
const MOST_WAITING = 12

/** Work of Practice, one piece after the other whoever asks: it simulates and plans, and must not fill the machine. */
export const practiceWork = inTurn(MOST_WAITING, 'Many practise at once. Try again in a moment.')
