import { useState } from 'react'
import { addLanguage, lessonAt } from '@/core/edits'
import { firstVoice } from '@/core/voice'
import { missingIn } from '@/core/language'
import { edit, setDesk, useDesk, wayOf, wholeLesson } from '../state/desk'
import { Dialog } from '../kit/dialog'
import { BOX } from '../fields/fields'
import { LANGUAGES } from '../script/script'
import { languageName } from './names'
import { OtherLanguage } from './OtherLanguage'
import { OwnLanguage } from './OwnLanguage'
import { inWords, said } from '../../words/words'

/** What is said and written in a lesson, in its own language and beside it in others. */
export function LanguagesDialog() {
  const open = useDesk((b) => b.panel === 'languages')
  return (
    <Dialog
      open={open}
      onOpenChange={(is) => {
        if (!is) setDesk({ panel: 'none' })
      }}
      title={inWords('language.scriptAndLanguages')}
      wide="widest"
    >
      {open && <Pages />}
    </Dialog>
  )
}

function Pages() {
  const whole = useDesk(wholeLesson)
  const inside = useDesk((b) => b.inside)
  const shown = useDesk((b) => b.language)
  const lesson = lessonAt(whole, wayOf(inside)) ?? whole
  const others = lesson.voices.slice(1)
  const first = firstVoice(lesson)
  const [at, setAt] = useState<string | null>(() => others.find((v) => v.language === shown)?.id ?? null)
  const voice = others.find((v) => v.id === at)
  const free = LANGUAGES.filter((l) => lesson.voices.every((v) => v.language !== l.value))
  const tab = (id: string | null, name: string, missing: number) => (
    <button
      key={id ?? 'own'}
      type="button"
      role="tab"
      aria-selected={at === id}
      onClick={() => setAt(id)}
      className={
        'rounded border px-2.5 py-1 ' +
        (at === id ? 'border-accent bg-accent-wash text-accent-deep' : 'border-edge bg-card hover:border-edge-strong')
      }
    >
      {name}
      {missing > 0 && <span className="text-xs text-muted"> {inWords('language.missing', missing)}</span>}
    </button>
  )
  return (
    <>
      <div
        className="mb-3 flex flex-wrap items-center gap-1.5"
        role="tablist"
        aria-label={inWords('language.languages')}
      >
        {tab(null, languageName(first.language), 0)}
        {others.map((v) => tab(v.id, languageName(v.language), missingIn(lesson, v).length))}
        <select
          aria-label={inWords('language.addALanguage')}
          value=""
          className={`${BOX} h-7`}
          onChange={(e) => {
            const language = e.target.value
            const own = first.language === 'und' ? 'en' : undefined
            if (edit(said('language.anotherLanguage', languageName(language)), addLanguage(language, own)))
              setAt(lessonAt(wholeLesson(), wayOf(inside))!.voices.find((v) => v.language === language)!.id)
          }}
        >
          <option value="" disabled>
            {inWords('language.addALanguageButton')}
          </option>
          {free.map((l) => (
            <option key={l.value} value={l.value}>
              {l.label}
            </option>
          ))}
        </select>
      </div>
      {voice ? (
        <OtherLanguage key={voice.id} lesson={lesson} first={first} voice={voice} onGone={() => setAt(null)} />
      ) : (
        <OwnLanguage lesson={lesson} voice={first} />
      )}
    </>
  )
}
