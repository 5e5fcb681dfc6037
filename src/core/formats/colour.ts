const two = (n: number): string =>
  Math.round(Math.min(1, Math.max(0, n)) * 255)
    .toString(16)
    .padStart(2, '0')

/** A colour as it is typed: `#c33`, `#cc3333`, `#cc333380`, with or without `#`. Null when it is none. */
export function parseColour(text: string): string | null {
  const hex = text.trim().replace(/^#/, '').toLowerCase()
  if (!/^([0-9a-f]{3}|[0-9a-f]{4}|[0-9a-f]{6}|[0-9a-f]{8})$/.test(hex)) return null
  const full = hex.length < 6 ? [...hex].map((c) => c + c).join('') : hex
  return `#${full.length === 8 && full.endsWith('ff') ? full.slice(0, 6) : full}`
}
/** Of `#rrggbb` or `#rrggbbaa`, the colour alone. */
export const hexOf = (colour: string): string => colour.slice(0, 7)
/** How opaque a colour is, 0 to 1. */
export const opacityOf = (colour: string): number => (colour.length === 9 ? parseInt(colour.slice(7), 16) / 255 : 1)
/** `#rrggbb` with an opacity of 0 to 1; fully opaque it stays as it is. */
export const withOpacity = (hex: string, opacity: number): string => (opacity >= 1 ? hex : `${hex}${two(opacity)}`)
