import { SaxesParser } from 'saxes'
import { inWords } from '../../words/words'

const HANDLERS = /^on[a-z]+$/i
const BANNED = new Set([
  'script',
  'foreignobject',
  'iframe',
  'object',
  'embed',
  'audio',
  'video',
  'handler',
  'listener',
])

/** `url(…)` of anything but a part of the same drawing or a picture that it holds itself. */
const OUTSIDE = /url\(\s*['"]?\s*(?!#|data:image\/(png|jpeg|webp);)[^'")\s]/i
/** The W3C's own document types, which drawing programs write and nothing has to fetch. */
const W3C = /^svg\s+PUBLIC\s+"-\/\/W3C\/\/DTD SVG [\d.]+[^"]*\/\/EN"\s+"https?:\/\/www\.w3\.org\/[\w./-]*"$/

/** Why an SVG cannot be taken, as a sentence's end; null when it is well formed, draws only itself and runs nothing. */
export function svgFault(text: string): string | null {
  let fault: string | null = null
  const say = (what: string) => {
    fault ??= what
  }
  if (/<!ENTITY/i.test(text)) return inWords('ingest.itDeclaresEntitiesWhichCan')
  const parser = new SaxesParser({ xmlns: false })
  parser.on('doctype', (d) => {
    if (/\b(SYSTEM|PUBLIC)\b/.test(d) && !W3C.test(d.trim())) say(inWords('ingest.itNamesADocumentType'))
  })
  parser.on('error', (e) => say(`it is not well-formed XML (${e.message})`))
  parser.on('processinginstruction', (p) => {
    if (p.target === 'xml-stylesheet') say(inWords('ingest.itLoadsAStyleSheet'))
  })
  parser.on('opentag', (tag) => {
    const name = tag.name.toLowerCase().replace(/^.*:/, '')
    if (BANNED.has(name)) say(inWords('ingest.itHoldsWhichCanRun', tag.name))
    for (const [key, value] of Object.entries(tag.attributes)) {
      const v = String(value).trim()
      if (HANDLERS.test(key)) say(inWords('ingest.itHoldsTheScriptHandler', key))
      if (/^(xlink:)?href$/i.test(key) && v !== '' && !v.startsWith('#') && !/^data:image\/(png|jpeg|webp);/i.test(v))
        say(inWords('ingest.itRefersToAnotherFile'))
      if (/javascript:/i.test(v) || OUTSIDE.test(v)) say(inWords('ingest.itRefersToSomethingOutside'))
    }
  })
  const styles = (t: string) => {
    if (/@import/i.test(t) || OUTSIDE.test(t)) say(inWords('ingest.itsStylesReferToSomething'))
  }
  parser.on('text', styles)
  parser.on('cdata', styles)
  try {
    parser.write(text).close()
  } catch (e) {
    say(`it is not well-formed XML (${(e as Error).message})`)
  }
  return fault
}
