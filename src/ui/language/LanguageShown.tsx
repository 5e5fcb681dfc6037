import { Languages } from 'lucide-react'
import { languagesOf } from '@/core/language'
import { lookIn, setDesk, useDesk, wholeLesson } from '../state/desk'
import { IconButton } from '../kit/button'
import { languageName } from './names'
import { inWords } from '../../words/words'

/** In which language the lesson is looked at, where it has several; and where they are written. */
export function LanguageShown() {
  const lesson = useDesk(wholeLesson)
  const language = useDesk((b) => b.language)
  const all = languagesOf(lesson)
  return (
    <>
      {all.length > 1 && (
        <select
          aria-label={inWords('language.lookedAtIn')}
          value={language ?? all[0]}
          onChange={(e) => lookIn(e.target.value === all[0] ? null : e.target.value)}
          className={
            'h-7 max-w-32 rounded border px-1.5 ' +
            (language === null ? 'border-edge bg-card' : 'border-accent bg-accent-wash text-accent-deep')
          }
        >
          {all.map((l) => (
            <option key={l} value={l}>
              {languageName(l)}
            </option>
          ))}
        </select>
      )}
      <IconButton label={inWords('language.scriptAndLanguages')} onClick={() => setDesk({ panel: 'languages' })}>
        <Languages size={16} />
      </IconButton>
    </>
  )
}
