export { lowerFirst } from '#core/words/words'
