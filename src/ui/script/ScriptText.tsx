import type { ComponentProps } from 'react'
import { toast } from 'sonner'
import { Drafted } from '../fields/drafted'
import { BOX, Choice } from '../fields/fields'
import type { useDraft } from '../fields/useDraft'
import { LANGUAGES, scriptIn } from './script'
import { inWords } from '../../words/words'

type Draft = ReturnType<typeof useDraft>

/** A script as it is written, and the way back to how it stands without that. */
export function ScriptText({
  draft: { text, drafted, write, drop },
  ...more
}: { draft: Draft } & Pick<ComponentProps<'textarea'>, 'autoFocus' | 'onFocus' | 'placeholder'>) {
  return (
    <>
      <textarea
        aria-label={inWords('script.scriptTab')}
        rows={16}
        value={text}
        onChange={(e) => write(e.target.value)}
        className={`${BOX} w-full !py-1.5 leading-relaxed`}
        {...more}
      />
      <Drafted drafted={drafted} onDrop={drop} />
    </>
  )
}

/** The language that a script is in; and a text, or captions, brought in as the script. */
export function ScriptLanguage({
  value,
  onChange,
  onText,
}: {
  value: string
  onChange: (language: string) => void
  onText: (script: string) => void
}) {
  const options = LANGUAGES.some((l) => l.value === value) ? LANGUAGES : [{ value, label: value }, ...LANGUAGES]
  const broughtIn = (own: string) => {
    const script = scriptIn(own)
    if (script === null) toast.error(inWords('script.thereAreNoCaptionsIn'))
    else onText(script)
  }
  return (
    <>
      <Choice label={inWords('common.language')} value={value} options={options} onChange={onChange} />
      <label className="cursor-pointer text-accent-deep underline">
        {inWords('script.bringInAText')}
        <input
          type="file"
          hidden
          accept=".txt,.md,.markdown,.vtt,.srt"
          onChange={(e) => void e.target.files?.[0]?.text().then(broughtIn)}
        />
      </label>
    </>
  )
}
