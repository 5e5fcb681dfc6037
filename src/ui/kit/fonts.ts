import { useEffect } from 'react'
import { create } from 'zustand'
import { ROUTES, type KeptFace } from '@/contract/routes'
import { FontMetrics, FONTS, isLearnt, learnFace, type TextFace } from '@/core/text'
import { ask } from './api'
import { inWords } from '../../words/words'

const WEIGHTS: Record<number, string> = {
  100: inWords('kit.thin'),
  200: inWords('kit.veryLight'),
  300: inWords('kit.light'),
  400: inWords('kit.regular'),
  500: inWords('kit.medium'),
  600: inWords('kit.semibold'),
  700: inWords('kit.bold'),
  800: inWords('kit.heavy'),
  900: inWords('kit.black'),
}
/** Which typeface is meant. */
export type FaceName = Pick<TextFace, 'family' | 'weight' | 'file'>
export interface FontChoice {
  value: string
  label: string
  face: FaceName
}
export const choiceOf = ({ family, weight, file }: FaceName): FontChoice => ({
  value: file ?? `${family}/${weight}`,
  label: `${family} ${WEIGHTS[weight] ?? weight}`,
  face: { family, weight, ...(file && { file }) },
})
const SHIPPED = FONTS.map(({ family, weight }) => choiceOf({ family, weight }))

const asked = new Map<string, Promise<boolean>>()
async function fetched(file: string): Promise<boolean> {
  const response = await fetch(`/${file}`)
  const read = response.ok ? FontMetrics.safeParse(await response.json()) : null
  if (!read?.success) return false
  learnFace(file, read.data)
  return true
}
/**
 * Makes typefaces known that were brought in, by where their measures lie.
 *
 * @returns whether one came that was not known before
 */
export async function knowFaces(files: readonly string[]): Promise<boolean> {
  const came = await Promise.all(
    files
      .filter((file) => !isLearnt(file))
      .map((file) => {
        let one = asked.get(file)
        if (!one) asked.set(file, (one = fetched(file).catch(() => false)))
        return one.finally(() => asked.delete(file))
      }),
  )
  return came.includes(true)
}

export type TeamFace = KeptFace & { id: string }
/** The typefaces that the team brought in; null until they are known. */
export const useTeamFaces = create<{ faces: readonly TeamFace[] | null }>(() => ({ faces: null }))
export async function loadFaces(): Promise<void> {
  const list = await ask(ROUTES.listKept, { query: { kind: 'face' } })
  const faces = list.flatMap((k) => (k.kind === 'face' ? [{ ...k.doc, id: k.id }] : []))
  await knowFaces(faces.map((f) => f.file))
  useTeamFaces.setState({ faces })
}
/** The typefaces to choose from, the one that is chosen among them. */
export function useFontChoices(now: FaceName): FontChoice[] {
  const team = useTeamFaces((s) => s.faces)
  useEffect(() => {
    // Without an answer those that ship are there to choose from.
    if (!useTeamFaces.getState().faces) loadFaces().catch(() => {})
  }, [])
  const list = [...(team ?? []).map(choiceOf), ...SHIPPED]
  const own = choiceOf(now)
  return list.some((c) => c.value === own.value) ? list : [own, ...list]
}
