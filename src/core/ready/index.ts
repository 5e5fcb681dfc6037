import { countdown, repetitions } from './countdown'
import { howFar } from './howFar'
import { lowerThird, titleCard } from './titles'
import { notices } from './notices'
import { showClick } from './showClick'
import { buildingList } from './list'
import type { Shipped } from './shipped'

export { shippedTemplates, templateOf, type LessonTemplate } from './template'

export type { Like, Shipped } from './shipped'

export const SHIPPED_THINGS: readonly Shipped[] = [
  howFar,
  countdown,
  repetitions,
  lowerThird,
  titleCard,
  buildingList,
  notices,
  showClick,
]
