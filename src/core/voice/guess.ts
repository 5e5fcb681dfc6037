/** Short words that a text of a language is full of, and that others have less of. */
const COMMON: Record<string, string> = {
  en: 'the and is to of it in you that for on with this are when then click',
  de: 'der die das und ist nicht ein eine sie mit auf den dem zu wenn dann wird',
  fr: 'le la les et est un une des vous pour dans sur avec qui cette cliquez',
  es: 'el la los las y es un una que en para con por se haga esta su',
  it: 'il la gli e è un una che di per con nel della si sul questa clic',
  pt: 'o a os as e é um uma que de para com não no na do da',
  nl: 'de het een en is van dat niet op met voor je als dan klik naar wordt',
  cs: 'a je se na to v že z do si který pak když ale jsou už na',
  sk: 'a je sa na to v že z do si ktorý potom keď ale sú už',
  pl: 'i jest się na to w że z do nie jak który gdy lub potem kliknij',
  sv: 'och är att det en ett som på av för med den inte till klicka',
  da: 'og er at det en et som på af for med den ikke til klik du',
  nb: 'og er at det en et som på av for med den ikke til klikk du',
  fi: 'ja on ei se että kun tai niin jos voi sitten napsauta myös',
}
/** Of fewer words nothing is told; and where fewer of them are a language's common ones. */
const FEWEST = 12
const ENOUGH = 0.08

/** The language of a text by its short words, or by its script; null where it cannot be told. */
export function guessLanguage(text: string): string | null {
  if (/[іїєґ]/i.test(text) && /[а-я]/i.test(text)) return 'uk'
  if ((text.match(/[а-яё]/gi)?.length ?? 0) > text.length / 3) return 'ru'
  const words = text.toLowerCase().match(/\p{L}+/gu) ?? []
  if (words.length < FEWEST) return null
  let best: { language: string; share: number } | null = null
  for (const [language, list] of Object.entries(COMMON)) {
    const common = new Set(list.split(' '))
    const share = words.filter((w) => common.has(w)).length / words.length
    if (!best || share > best.share) best = { language, share }
  }
  return best && best.share >= ENOUGH ? best.language : null
}
