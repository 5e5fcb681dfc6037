import { Trash2, Type } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { toast } from 'sonner'
import { ROUTES } from '@/contract/routes'
import { textPath, layoutText } from '@/core/text'
import { Section } from '../fields/section'
import { ask, sentenceOf } from '../kit/api'
import { Button, IconButton } from '../kit/button'
import { Words } from '../fields/fields'
import { loadFaces, useTeamFaces, type TeamFace } from '../kit/fonts'
import { inWords } from '../../words/words'

const SAMPLE = inWords('styles.borrowReturn0123')
/** A line in a typeface, drawn by the same outlines as in a lesson. */
function Sample({ face }: { face: TeamFace }) {
  const at = { family: face.family, weight: face.weight, file: face.file, size: 20, lineHeight: 1.3 }
  const laid = layoutText(SAMPLE, at, 1e6)
  return (
    <svg viewBox={`0 0 ${Math.max(1, laid.width)} ${laid.height}`} className="h-6 max-w-full text-ink" aria-hidden>
      <path d={textPath([{ text: SAMPLE, x: 0, y: laid.baseline }], at)} fill="currentColor" />
    </svg>
  )
}

/** Bytes in base64, a piece at a time: all at once would be too many arguments. */
function base64(bytes: Uint8Array): string {
  let text = ''
  for (let at = 0; at < bytes.length; at += 0x8000) text += String.fromCharCode(...bytes.subarray(at, at + 0x8000))
  return btoa(text)
}

/** What is done with the team's typefaces. */
function useFaceActs() {
  const [busy, setBusy] = useState(false)
  const fail = (e: unknown) => toast.error(sentenceOf(e))
  useEffect(() => {
    loadFaces().catch(fail)
  }, [])
  const bring = async (files: FileList | null) => {
    setBusy(true)
    for (const file of files ?? []) {
      try {
        const data = base64(new Uint8Array(await file.arrayBuffer()))
        const came = await ask(ROUTES.bringFace, { body: { name: file.name, data } })
        toast.success(inWords('styles.canBeChosenNowLetters', came.map((f) => f.name).join(', '), came[0]!.letters))
      } catch (e) {
        fail(e)
      }
    }
    await loadFaces().catch(fail)
    setBusy(false)
  }
  const note = async (face: TeamFace, licence: string) => {
    const { id, ...doc } = face
    await ask(ROUTES.keepAgain, { at: { id }, body: { kind: 'face', doc: { ...doc, licence } } })
      .then(loadFaces)
      .catch(fail)
  }
  const letGo = async (face: TeamFace) => {
    const { id, ...doc } = face
    try {
      await ask(ROUTES.letGoOf, { at: { id } })
      await loadFaces()
      toast(inWords('styles.cannotBeChosenAnyMore', face.name), {
        action: {
          label: inWords('common.undo'),
          onClick: () =>
            void ask(ROUTES.keep, { body: { kind: 'face', doc } })
              .then(loadFaces)
              .catch(fail),
        },
      })
    } catch (e) {
      fail(e)
    }
  }
  return { bring, note, letGo, busy }
}

/** The team's own typefaces: brought in, with a note on what they may be used for, and let go of. */
export function Typefaces() {
  const faces = useTeamFaces((s) => s.faces)
  const { bring, note, letGo, busy } = useFaceActs()
  const input = useRef<HTMLInputElement>(null)
  return (
    <Section title={inWords('styles.ourOwnTypefaces')}>
      {faces?.length === 0 && <p className="text-muted">{inWords('styles.noneYetTtfOtfWoff')}</p>}
      {faces?.map((face) => (
        <FaceCard
          key={face.id}
          face={face}
          onNote={(licence) => void note(face, licence)}
          onLetGo={() => void letGo(face)}
        />
      ))}
      <input
        ref={input}
        type="file"
        multiple
        hidden
        accept=".ttf,.otf,.ttc,.woff,.woff2"
        aria-label={inWords('styles.filesOfTypefaces')}
        onChange={(e) => {
          void bring(e.target.files).finally(() => {
            if (input.current) input.current.value = ''
          })
        }}
      />
      <Button disabled={busy} onClick={() => input.current?.click()}>
        <Type size={14} />
        {busy ? inWords('styles.reading') : inWords('styles.bringInATypeface')}
      </Button>
    </Section>
  )
}

function FaceCard({
  face,
  onNote,
  onLetGo,
}: {
  face: TeamFace
  onNote: (licence: string) => void
  onLetGo: () => void
}) {
  return (
    <div className="space-y-1 rounded border border-edge bg-card p-2">
      <div className="flex items-center gap-1">
        <span className="min-w-0 flex-1 truncate font-semibold">{face.name}</span>
        <IconButton label={inWords('styles.letGoOf', face.name)} onClick={onLetGo}>
          <Trash2 size={14} />
        </IconButton>
      </div>
      <Sample face={face} />
      <Words
        label={inWords('styles.licenceNoteOf', face.name)}
        lines={2}
        value={face.licence}
        onChange={(licence) => onNote(licence.slice(0, 2000))}
      />
    </div>
  )
}
