import { AudioLines, Mic, ScrollText } from 'lucide-react'
import { useState } from 'react'
import type { Lesson } from '@/core/lesson/schema'
import type { Voice } from '@/core/lesson/voices'
import { scriptOf } from '@/core/voice'
import { Button } from '../kit/button'
import { useDesk, wayOf } from '../state/desk'
import { useKept } from '../kit/useKept'
import { Drafted } from '../fields/drafted'
import { BOX, Choice } from '../fields/fields'
import { useDraft } from '../fields/useDraft'
import { ChooseSound } from '../script/ChooseSound'
import { findWords, LANGUAGES, narrate, textOfPhrases } from '../script/script'
import { Speaking } from './Speaking'
import { inWords } from '../../words/words'

/** The script of a lesson in its own language: written here, spoken by the narrator that ships, or by a recording. */
export function OwnLanguage({ lesson, voice }: { lesson: Lesson; voice: Voice }) {
  const stored = textOfPhrases(scriptOf(lesson, voice))
  const id = useDesk((b) => b.id)
  const inside = useDesk((b) => wayOf(b.inside).join('/'))
  const { text, drafted, write, drop } = useDraft(`${id}/${inside}/script`, stored)
  const [language, setLanguage] = useKept(
    `language of ${id}/${inside}`,
    voice.language !== 'und' ? voice.language : 'en',
  )
  const [choosing, setChoosing] = useState(false)
  const recorded = voice.takes.map((t) => lesson.media[t]).find((m) => m !== undefined)
  const options = LANGUAGES.some((l) => l.value === language)
    ? LANGUAGES
    : [{ value: language, label: language }, ...LANGUAGES]
  return (
    <div>
      <p className="mb-2 text-muted">{inWords('language.linesThatBeginWithAre')}</p>
      <textarea
        aria-label={inWords('language.script')}
        rows={16}
        value={text}
        onChange={(e) => write(e.target.value)}
        placeholder={inWords('language.welcomeInThisLessonWe')}
        className={`${BOX} w-full !py-1.5 leading-relaxed`}
      />
      <Drafted drafted={drafted} onDrop={drop} />
      <div className="my-3 flex flex-wrap items-center gap-2">
        <Choice label={inWords('common.language')} value={language} options={options} onChange={setLanguage} />
        <label className="cursor-pointer text-accent-deep underline">
          {inWords('language.bringInAText')}
          <input
            type="file"
            hidden
            accept=".txt,.md,.markdown"
            onChange={(e) => void e.target.files?.[0]?.text().then(write)}
          />
        </label>
        <span className="flex-1 truncate text-right text-muted">
          {recorded ? inWords('language.spokenIn', recorded.name) : inWords('language.nobodySpeaksItYet')}
        </span>
        {recorded && (
          <Button disabled={text.trim() === ''} onClick={() => void findWords(recorded.sha256, text, language)}>
            <ScrollText size={13} />
            {inWords('language.findTheWords')}
          </Button>
        )}
        <Button disabled={text.trim() === ''} onClick={() => setChoosing(true)}>
          <Mic size={13} />
          {recorded ? inWords('language.anotherRecording') : inWords('language.aRecordingOfIt')}
        </Button>
        <Button
          look={recorded ? 'plain' : 'main'}
          disabled={text.trim() === ''}
          onClick={() => void narrate(null, text, language)}
        >
          <AudioLines size={13} />
          {inWords('language.letTheNarratorSpeakIt')}
        </Button>
      </div>
      <Speaking />
      {choosing && (
        <ChooseSound
          title={inWords('language.aRecordingOfThisScript')}
          words={inWords('language.itsWordsAreFoundIn')}
          but={recorded?.sha256}
          onChoose={(f) => void findWords(f.sha256, text, language, { voice: null })}
          onClose={() => setChoosing(false)}
        />
      )}
    </div>
  )
}
