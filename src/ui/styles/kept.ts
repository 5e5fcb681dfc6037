import { useEffect } from 'react'
import { toast } from 'sonner'
import { create } from 'zustand'
import { ROUTES } from '@/contract/routes'
import { faceFilesIn } from '@/core/lesson/faces'
import type { HouseStyle } from '@/core/lesson/schema'
import { SHIPPED_STYLES } from '@/core/styles'
import { ask, sentenceOf } from '../kit/api'
import { knowFaces } from '../kit/fonts'
import { storeOwed, withOwed } from './owed'

/** The house styles of the team, as they are kept; null until they are known. */
export const useTeamStyles = create<{ styles: readonly HouseStyle[] | null }>(() => ({ styles: null }))

let stored: Promise<void> | null = null
export async function loadStyles(): Promise<readonly HouseStyle[]> {
  await (stored ??= storeOwed(() => void loadStyles().catch(() => {})).catch(() => {}))
  const list = await ask(ROUTES.listKept, { query: { kind: 'style' } })
  const styles = withOwed(list.flatMap((k) => (k.kind === 'style' ? [k.doc] : [])))
  await knowFaces(faceFilesIn(styles))
  useTeamStyles.setState({ styles })
  return styles
}
/** All house styles: those of the team first. */
export function useStyles(): readonly HouseStyle[] {
  const team = useTeamStyles((s) => s.styles)
  useEffect(() => {
    if (!useTeamStyles.getState().styles) loadStyles().catch((e: unknown) => toast.error(sentenceOf(e)))
  }, [])
  return [...(team ?? []), ...SHIPPED_STYLES]
}
