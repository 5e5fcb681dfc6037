import { GlobalFonts } from '@napi-rs/canvas'
import { readFileSync } from 'node:fs'
import path from 'node:path'
import { FONTS } from '@/core/text'
import { appRoot } from '../root'

let done = false
/** Makes the fonts that ship with the app known to Skia; once. */
export function registerFonts(): void {
  if (done) return
  for (const font of FONTS)
    GlobalFonts.register(readFileSync(path.join(appRoot(), 'public/fonts', font.file)), font.family)
  done = true
}
