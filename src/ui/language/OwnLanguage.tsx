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
      <p className="mb-2 text-muted">
        Lines that begin with # are headings: they become chapters and are not spoken. The narrator that ships speaks it
        as a stand-in, so that the lesson can be timed before a voice is recorded; elements hang on its words and go
        along with the recording later.
      </p>
      <textarea
        aria-label="Script"
        rows={16}
        value={text}
        onChange={(e) => write(e.target.value)}
        placeholder={'# Welcome\n\nIn this lesson, we lend out a tool.'}
        className={`${BOX} w-full !py-1.5 leading-relaxed`}
      />
      <Drafted drafted={drafted} onDrop={drop} />
      <div className="my-3 flex flex-wrap items-center gap-2">
        <Choice label="Language" value={language} options={options} onChange={setLanguage} />
        <label className="cursor-pointer text-accent-deep underline">
          Bring in a text
          <input
            type="file"
            hidden
            accept=".txt,.md,.markdown"
            onChange={(e) => void e.target.files?.[0]?.text().then(write)}
          />
        </label>
        <span className="flex-1 truncate text-right text-muted">
          {recorded ? `Spoken in “${recorded.name}”` : 'Nobody speaks it yet'}
        </span>
        {recorded && (
          <Button disabled={text.trim() === ''} onClick={() => void findWords(recorded.sha256, text, language)}>
            <ScrollText size={13} />
            Find the words
          </Button>
        )}
        <Button disabled={text.trim() === ''} onClick={() => setChoosing(true)}>
          <Mic size={13} />
          {recorded ? 'Another recording …' : 'A recording of it …'}
        </Button>
        <Button
          look={recorded ? 'plain' : 'main'}
          disabled={text.trim() === ''}
          onClick={() => void narrate(null, text, language)}
        >
          <AudioLines size={13} />
          Let the narrator speak it
        </Button>
      </div>
      <Speaking />
      {choosing && (
        <ChooseSound
          title="A recording of this script"
          words="Its words are found in it, offline; what hangs on words goes along with them, and the picture follows."
          but={recorded?.sha256}
          onChoose={(f) => void findWords(f.sha256, text, language, { voice: null })}
          onClose={() => setChoosing(false)}
        />
      )}
    </div>
  )
}
