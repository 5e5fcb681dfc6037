import { ArrowUpRight, BookOpen, CircleDot, Flag, Image, Keyboard, MessageSquare, Minus, Monitor, MousePointerClick, MoveVertical, Quote, Scissors, ScanSearch } from 'lucide-react'
import type { ElementKind } from '@/core/elements'
import type { CatalogueKind } from '@/core/moments'

const KINDS = { callout: MessageSquare, arrow: ArrowUpRight, ripple: CircleDot, bar: Minus, still: Image, zoom: ScanSearch } as const
export function KindIcon({ kind, size = 14 }: { kind: ElementKind; size?: number }) {
  const Icon = KINDS[kind]
  return <Icon size={size} aria-hidden strokeWidth={kind === 'bar' ? 4 : 2} />
}
const MOMENTS: Record<CatalogueKind, typeof Flag> = { click: MousePointerClick, key: Keyboard, scroll: MoveVertical, screen: Monitor, mark: Flag, chapter: BookOpen, word: Quote, phrase: Quote, cut: Scissors, lesson: Flag }
export function MomentIcon({ kind, size = 13 }: { kind: CatalogueKind; size?: number }) {
  const Icon = MOMENTS[kind]
  return <Icon size={size} aria-hidden />
}
/** Colours and patterns tell the kinds apart, so that neither is needed alone. */
export const KIND_LOOK: Record<ElementKind, { colour: string; pattern: string }> = {
  callout: { colour: '#f3dfae', pattern: 'none' },
  arrow: { colour: '#f0c0ac', pattern: 'repeating-linear-gradient(135deg, #0000 0 5px, #2b21182e 5px 6px)' },
  ripple: { colour: '#cfe0c4', pattern: 'radial-gradient(circle at 4px 4px, #2b211838 1.2px, #0000 1.6px)' },
  bar: { colour: '#c6d8e2', pattern: 'repeating-linear-gradient(0deg, #0000 0 4px, #2b21182b 4px 5px)' },
  still: { colour: '#dccbe0', pattern: 'repeating-linear-gradient(90deg, #0000 0 7px, #2b211829 7px 8px)' },
  zoom: { colour: '#e4dccb', pattern: 'repeating-linear-gradient(45deg, #0000 0 4px, #2b211826 4px 5px), repeating-linear-gradient(135deg, #0000 0 4px, #2b211826 4px 5px)' },
}
