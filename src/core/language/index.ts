export { captionsOf } from './captions'
export { inLanguage, languagesOf } from './inLanguage'
export { missingIn, textsOf, tooLong, type TextAt, type TooLong } from './texts'
export { pausesOf, scriptsBeside, wordMates, type PhrasePair } from './words'
