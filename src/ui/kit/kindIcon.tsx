import {
  Layers,
  ArrowUpRight,
  Blend,
  BookOpen,
  CircleDot,
  EyeOff,
  Film,
  Flag,
  Grab,
  Gauge,
  Group,
  Hash,
  Highlighter,
  Image,
  Keyboard,
  MapPin,
  Lightbulb,
  ListOrdered,
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
  SlidersHorizontal,
  Volume2,
  ZoomIn,
  Type,
} from 'lucide-react'
import { kindNamed, type ElementKind, type IconName } from '@/core/kinds'
import type { CatalogueKind } from '@/core/moments'

const ICONS: Record<IconName, typeof Flag> = {
  'arrow-up-right': ArrowUpRight,
  blend: Blend,
  'circle-dot': CircleDot,
  'eye-off': EyeOff,
  film: Film,
  highlighter: Highlighter,
  image: Image,
  lightbulb: Lightbulb,
  'map-pin': MapPin,
  'message-square': MessageSquare,
  minus: Minus,
  'zoom-in': ZoomIn,
  monitor: Monitor,
  'mouse-pointer-2': MousePointer2,
  'paint-bucket': PaintBucket,
  'rectangle-horizontal': RectangleHorizontal,
  layers: Layers,
  'list-ordered': ListOrdered,
  'scan-search': ScanSearch,
  shapes: Shapes,
  sliders: SlidersHorizontal,
  gauge: Gauge,
  group: Group,
  hash: Hash,
  type: Type,
  volume: Volume2,
}
export function KindIcon({ kind, size = 14 }: { kind: ElementKind; size?: number }) {
  const { icon, boldIcon } = kindNamed(kind)
  const Icon = ICONS[icon]
  return <Icon size={size} aria-hidden strokeWidth={boldIcon ? 4 : 2} />
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
