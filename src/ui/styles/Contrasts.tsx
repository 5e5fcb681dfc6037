import { paletteOf } from '@/core/kinds'
import type { HouseStyle } from '@/core/lesson/schema'
import type { PaletteColour } from '@/core/lesson/style'
import { contrast } from '@/core/values'
import { inWords } from '../../words/words'

const PAIRS: [PaletteColour, PaletteColour, string][] = [
  ['ink', 'paper', inWords('styles.writingOnPaper')],
  ['quiet', 'paper', inWords('styles.quietWritingOnPaper')],
  ['onAccent', 'accent', inWords('styles.writingOnTheAccent')],
  ['onSecond', 'second', inWords('styles.writingOnTheSecondColour')],
  ['onGround', 'ground', inWords('styles.writingOnTheGround')],
  ['accent', 'paper', inWords('styles.accentOnPaper')],
]
/** How the contrast of two colours is judged for letters and for shapes (WCAG 2.2, 1.4.3, 1.4.6, 1.4.11). */
const judged = (k: number): string =>
  k >= 7 ? 'AAA' : k >= 4.5 ? 'AA' : k >= 3 ? inWords('styles.largeLettersOnly') : inWords('styles.tooLittle')

/** The contrast of every pair of colours that stand on each other. */
export function Contrasts({ style }: { style: HouseStyle }) {
  const palette = paletteOf(style)
  return (
    <table className="mt-4 w-full text-left">
      <caption className="mb-1 text-left font-semibold">{inWords('styles.contrastWcag22')}</caption>
      <tbody>
        {PAIRS.map(([on, under, label]) => {
          const k = contrast(palette[on], palette[under])
          return (
            <tr key={label} className="border-t border-edge">
              <td className="w-28 py-1">
                <span
                  className="block rounded px-2 py-0.5 text-center font-semibold"
                  style={{ color: palette[on], background: palette[under] }}
                >
                  {inWords('styles.lendOut')}
                </span>
              </td>
              <td className="px-3">{label}</td>
              <td className="figures w-24 whitespace-nowrap">{k.toFixed(1)} : 1</td>
              <td className={`w-40 ${k < 4.5 ? 'font-semibold text-accent-deep' : 'text-muted'}`}>{judged(k)}</td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}
