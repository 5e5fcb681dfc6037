import { z } from 'zod'
import { CalloutLook } from './callout/look'
import { ArrowLook } from './arrow/look'
import { RippleLook } from './ripple/look'
import { BarLook } from './bar/look'
import { StillLook } from './still/look'
import { ZoomLook } from './zoom/look'
import { TextLook } from './text/look'
import { ShapeLook } from './shape/look'
import { SpotlightLook } from './spotlight/look'
import { HighlightLook } from './highlight/look'
import { CoverLook } from './cover/look'
import { DimLook } from './dim/look'
import { BackdropLook } from './backdrop/look'
import { LetterboxLook } from './letterbox/look'
import { GroupLook } from './group/look'
import { CounterLook } from './counter/look'
import { GaugeLook } from './gauge/look'
import { TreatmentLook } from './treatment/look'
import { FootageLook } from './footage/look'
import { SoundLook } from './sound/look'
import { BadgeLook } from './badge/look'
import { PointerLook } from './pointer/look'
import { PartLook } from './part/look'
import { ChaptersLook } from './chapters/look'
import { DeviceLook } from './device/look'
import { LensLook } from './lens/look'
import { IconLook } from './icon/look'
import { TouchLook } from './touch/look'
import { ChimeLook } from './chime/look'

/** What an element is and how it looks, by its kind. */
export const Look = z.discriminatedUnion('kind', [
  CalloutLook,
  ArrowLook,
  RippleLook,
  BarLook,
  StillLook,
  ZoomLook,
  TextLook,
  ShapeLook,
  SpotlightLook,
  HighlightLook,
  CoverLook,
  DimLook,
  BackdropLook,
  LetterboxLook,
  GroupLook,
  CounterLook,
  GaugeLook,
  TreatmentLook,
  FootageLook,
  SoundLook,
  PointerLook,
  BadgeLook,
  PartLook,
  ChaptersLook,
  DeviceLook,
  LensLook,
  IconLook,
  TouchLook,
  ChimeLook,
])
export type Look = z.infer<typeof Look>
export type ElementKind = Look['kind']
/** What an element looks like: asked for within the kinds alone. */
export const lookOf = (e: { look: object }): Look => e.look as Look
/** The name of an element’s kind: to look something up by it, not to decide anything. */
export const kindName = (e: { look: object }): ElementKind => lookOf(e).kind

/** Kinds whose moves make moments: a drawn pointer's stops and presses are moments like those of a recorded one. */
const MAKE_MOMENTS: ReadonlySet<ElementKind> = new Set(['pointer'])
export const makesMoments = (look: object): boolean => MAKE_MOMENTS.has((look as Look).kind)
/** What a drawn finger does; null of anything else. */
export function gestureOf(look: object): TouchLook['gesture'] | null {
  const own = look as Look
  return own.kind === 'touch' ? own.gesture : null
}

/** Whether a look is that of something which a lesson goes on for: the lesson does not end before it. */
export const goesOn = (look: object): boolean => playing(look) !== null || (look as Look).kind === 'part'

/** Kinds that are not seen by themselves, or stand at the edge of whatever is seen: a lesson does not last for them. */
const BESIDE: ReadonlySet<ElementKind> = new Set(['letterbox', 'pointer', 'gauge', 'zoom', 'treatment'])
/** Whether a lesson that was given no length lasts as long as what looks so stands in it. */
export const lasts = (look: object): boolean => !BESIDE.has((look as Look).kind)

/** What plays a medium as time goes by. */
export type Playing = FootageLook | SoundLook
/** The look of what plays a medium; null of anything else. */
export function playing(look: object): Playing | null {
  const { kind } = look as Look
  return kind === 'footage' || kind === 'sound' ? (look as Playing) : null
}
