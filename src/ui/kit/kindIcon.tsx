import {
  ArrowUpRight,
  Blend,
  BookOpen,
  CircleDot,
  EyeOff,
  Flag,
  Grab,
  Highlighter,
  Image,
  Keyboard,
  MapPin,
  Lightbulb,
  MessageSquare,
  Minus,
  Monitor,
  MousePointer2,
  MousePointerClick,
  MoveVertical,
  PaintBucket,
  Pause,
  Quote,
  RectangleHorizontal,
  Scissors,
  ScanSearch,
  Shapes,
  Truck,
  Type,
} from 'lucide-react'
import type { ElementKind } from '@/core/kinds'
import type { CatalogueKind } from '@/core/moments'

const KINDS = {
  callout: MessageSquare,
  arrow: ArrowUpRight,
  ripple: CircleDot,
  bar: Minus,
  still: Image,
  zoom: ScanSearch,
  text: Type,
  shape: Shapes,
  spotlight: Lightbulb,
  highlight: Highlighter,
  cover: EyeOff,
  dim: Blend,
  backdrop: PaintBucket,
  letterbox: RectangleHorizontal,
  carrier: Truck,
  pointer: MousePointer2,
  badge: MapPin,
} as const
const THICKER: Partial<Record<ElementKind, number>> = { bar: 4 }
export function KindIcon({ kind, size = 14 }: { kind: ElementKind; size?: number }) {
  const Icon = KINDS[kind]
  return <Icon size={size} aria-hidden strokeWidth={THICKER[kind] ?? 2} />
}
const MOMENTS: Record<CatalogueKind, typeof Flag> = {
  click: MousePointerClick,
  drag: Grab,
  rest: Pause,
  typing: Keyboard,
  key: Keyboard,
  scroll: MoveVertical,
  screen: Monitor,
  mark: Flag,
  chapter: BookOpen,
  word: Quote,
  phrase: Quote,
  cut: Scissors,
  lesson: Flag,
}
export function MomentIcon({ kind, size = 13 }: { kind: CatalogueKind; size?: number }) {
  const Icon = MOMENTS[kind]
  return <Icon size={size} aria-hidden />
}
/** Colours and patterns tell the kinds apart, so that neither is needed alone. */
export const KIND_LOOK: Record<ElementKind, { colour: string; pattern: string; tile?: string }> = {
  callout: { colour: '#f3dfae', pattern: 'none' },
  arrow: { colour: '#f0c0ac', pattern: 'repeating-linear-gradient(135deg, #0000 0 5px, #2b21182e 5px 6px)' },
  ripple: {
    colour: '#cfe0c4',
    pattern: 'radial-gradient(circle at 4px 4px, #2b211838 1.2px, #0000 1.6px)',
    tile: '8px 8px',
  },
  bar: { colour: '#c6d8e2', pattern: 'repeating-linear-gradient(0deg, #0000 0 4px, #2b21182b 4px 5px)' },
  still: { colour: '#dccbe0', pattern: 'repeating-linear-gradient(90deg, #0000 0 7px, #2b211829 7px 8px)' },
  text: { colour: '#f1e6d0', pattern: 'repeating-linear-gradient(0deg, #0000 0 3px, #2b21181f 3px 4px)' },
  shape: { colour: '#d3e3dd', pattern: 'repeating-linear-gradient(120deg, #0000 0 8px, #2b211826 8px 9px)' },
  spotlight: { colour: '#f6e7a9', pattern: 'radial-gradient(circle at 6px 6px, #fff9 2.5px, #0000 3px)' },
  highlight: { colour: '#f2e08a', pattern: 'repeating-linear-gradient(100deg, #0000 0 6px, #fff8 6px 9px)' },
  cover: { colour: '#cdc7bd', pattern: 'conic-gradient(#2b211820 25%, #0000 0 50%, #2b211820 0 75%, #0000 0)' },
  dim: { colour: '#c9cbd3', pattern: 'repeating-linear-gradient(60deg, #0000 0 5px, #2b211824 5px 7px)' },
  backdrop: { colour: '#cfdcc9', pattern: 'linear-gradient(90deg, #2b211833, #0000)' },
  letterbox: { colour: '#d9d2c6', pattern: 'repeating-linear-gradient(0deg, #2b211840 0 2px, #0000 2px 12px)' },
  carrier: { colour: '#e6d4c2', pattern: 'repeating-linear-gradient(90deg, #2b211830 0 3px, #0000 3px 9px)' },
  badge: {
    colour: '#cfe3df',
    pattern: 'radial-gradient(circle at 8px 8px, #2b211833 3px, #0000 3.5px)',
    tile: '16px 16px',
  },
  pointer: { colour: '#d6d0e6', pattern: 'repeating-linear-gradient(135deg, #0000 0 9px, #2b211833 9px 10px)' },
  zoom: {
    colour: '#e4dccb',
    pattern:
      'repeating-linear-gradient(45deg, #0000 0 4px, #2b211826 4px 5px), ' +
      'repeating-linear-gradient(135deg, #0000 0 4px, #2b211826 4px 5px)',
  },
}
