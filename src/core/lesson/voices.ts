import { z } from 'zod'

const id = z.string().min(1).max(200)
/** A phrase of a script: words that are said in one breath. Their ids are what ties name. */
export const Phrase = z.strictObject({
  id,
  /** A heading begins a chapter and is not spoken. */
  heading: z.boolean().optional(),
  words: z.array(z.strictObject({ id, text: z.string().min(1).max(200) })).max(500),
})
export type Phrase = z.infer<typeof Phrase>

/**
 * Where a take departs from its script; the words of the script that it is about, of an aside the one before it. What
 * is `gone` was in the script before, and something hangs on it.
 */
export const SaidOtherwise = z.strictObject({
  kind: z.enum(['left out', 'said again', 'other words', 'aside', 'gone']),
  media: id,
  words: z.array(id).max(2000),
  fromUs: z.number().int().min(0),
  toUs: z.number().int().min(0),
  /** Of what is gone: what it said, and the word of the script that comes after it now, else before it. */
  text: z.string().max(4000).optional(),
  next: id.optional(),
  /** It is to be recorded again. */
  anew: z.boolean().optional(),
})
export type SaidOtherwise = z.infer<typeof SaidOtherwise>

/** A language by its tag, BCP 47: `en`, `de-CH`. */
export const LanguageTag = z
  .string()
  .regex(/^[A-Za-z]{2,8}(-[A-Za-z0-9]{1,8})*$/, 'a language is a tag like en or de-CH')

/**
 * What is spoken and written in one language: its script, the recordings of it, and texts of elements that stand
 * otherwise in it.
 */
export const Voice = z.strictObject({
  id,
  language: LanguageTag,
  name: z.string().max(80).default(''),
  /** Media that it is recorded in; their words have the ids of the script's. */
  takes: z.array(id).max(100).default([]),
  /** null: what is said in its takes. */
  script: z.array(Phrase).max(5000).nullable().default(null),
  /** By the element, or the chapter, then by the path of the value; of a chapter `label`. */
  texts: z.record(id, z.record(z.string().max(60), z.string().max(4000))).default({}),
  /**
   * By a word of the first voice: which word of this one stands for it, so that what hangs on that one hangs on this.
   * Others are found by their place in the phrase.
   */
  links: z.record(id, id).default({}),
  /** Whether the picture waits and hurries so that it stays with what is said in it. */
  follows: z.boolean().default(true),
  /** Where its takes depart from the script, as far as that was not settled. */
  otherwise: z.array(SaidOtherwise).max(2000).default([]),
})
export type Voice = z.infer<typeof Voice>

/** A voice that says nothing yet. */
export const newVoice = (id: string, language: string, takes: string[] = []): Voice => ({
  id,
  language,
  name: '',
  takes,
  script: null,
  texts: {},
  links: {},
  follows: true,
  otherwise: [],
})
