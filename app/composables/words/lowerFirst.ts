export { countOf, lowerFirst, upperFirst } from '#core/words/words'
