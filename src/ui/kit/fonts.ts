import { FONTS } from '@/core/text'

const WEIGHTS: Record<number, string> = { 400: 'regular', 500: 'medium', 600: 'semibold', 700: 'bold', 800: 'heavy' }
/** The fonts that ship, to choose from: by family and weight. */
export const FONT_CHOICES = FONTS.map(({ family, weight }) => ({
  value: `${family}/${weight}`,
  label: `${family} ${WEIGHTS[weight] ?? weight}`,
}))
