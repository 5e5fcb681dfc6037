import { z } from 'zod'
import { CalloutLook } from './callout/look'
import { ArrowLook } from './arrow/look'
import { RippleLook } from './ripple/look'
import { BarLook } from './bar/look'
import { StillLook } from './still/look'
import { ZoomLook } from './zoom/look'

/** What an element is and how it looks, by its kind. */
export const Look = z.discriminatedUnion('kind', [CalloutLook, ArrowLook, RippleLook, BarLook, StillLook, ZoomLook])
export type Look = z.infer<typeof Look>
export type ElementKind = Look['kind']
