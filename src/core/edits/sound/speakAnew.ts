import type { Lesson, Medium } from '../../lesson/schema'
import { LanguageTag } from '../../lesson/voices'
import { define, Id, make } from '../ground/act'
import { Flag, MediumArg } from '../ground/args'
import { ownMates, pictureFollows } from '../clips/pictureFollows'
import { plain } from '../ground/plain'
import { Departs, SpokenWords, speakScript, takeAnew } from './speaking'

/**
 * Another recording of the same or a changed script in place of one: words are matched through the script, and what
 * hangs on them goes along. Where the picture follows, it waits or goes faster so that what is shown stays with the
 * words that were said to it, and what hangs on nothing goes along as well.
 */
export const speakAnew = define(
  'speakAnew',
  [Id.medium, MediumArg, SpokenWords, LanguageTag, Departs, Flag],
  (media, medium, ...said) =>
    (draft, given) => {
      const [spoken, language, departs, follows] = said
      const before = given.timed
      make(takeAnew(media, medium as Medium), draft, given)
      make(speakScript(media, spoken, language, departs), draft, given)
      if (!follows) return
      pictureFollows(draft, before, media, ownMates(plain(draft) as Lesson, media))
    },
)
