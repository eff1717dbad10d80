export { lowerFirst, upperFirst } from '#core/words/words'
