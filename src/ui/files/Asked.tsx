import { create } from 'zustand'
import { usesOf, type FileUse } from '@/core/lesson/fileUse'
import { Button } from '../kit/button'
import { Dialog } from '../kit/dialog'
import { BOX } from '../fields/fields'
import { inWords, type WordKey } from '../../words/words'

/** Files that were dropped together, what each is taken for, and what is done with the answer. */
interface Asked {
  files: { name: string; size: number }[]
  uses: FileUse[]
  go: (uses: FileUse[]) => void
}
const useAsked = create<{ asked: Asked | null }>(() => ({ asked: null }))
/** Asks what files are for. */
export const askUses = (asked: Asked): void => useAsked.setState({ asked })
const close = () => useAsked.setState({ asked: null })

const NAMES: Record<FileUse, WordKey> = {
  recording: 'files.recordingUse',
  camera: 'files.cameraUse',
  narration: 'files.narrationUse',
  take: 'files.takeUse',
  music: 'files.musicUse',
  sound: 'files.soundUse',
  script: 'files.scriptUse',
  trace: 'files.traceUse',
  captions: 'files.captionsUse',
  picture: 'files.pictureUse',
  spare: 'files.spareUse',
}
const NOTES: Record<FileUse, WordKey> = {
  recording: 'files.recordingNote',
  camera: 'files.cameraNote',
  narration: 'files.narrationNote',
  take: 'files.takeNote',
  music: 'files.musicNote',
  sound: 'files.soundNote',
  script: 'files.scriptNote',
  trace: 'files.traceNote',
  captions: 'files.captionsNote',
  picture: 'files.pictureNote',
  spare: 'files.spareNote',
}

/** Shows files that came together with what each is taken for; a press changes it. */
export function FilesAsked() {
  const { asked } = useAsked()
  if (!asked) return null
  const { files, uses, go } = asked
  return (
    <Dialog open onOpenChange={(o) => !o && close()} title={inWords('files.whatTheseFilesAre')} wide>
      <ul className="thin-scroll max-h-[50vh] divide-y divide-edge overflow-auto rounded border border-edge bg-card">
        {files.map((f, i) => (
          <li key={f.name} className="flex items-center gap-3 px-3 py-2">
            <span className="min-w-0 flex-1 truncate" title={f.name}>
              {f.name}
            </span>
            <select
              aria-label={inWords('files.isWhat', f.name)}
              value={uses[i]}
              disabled={usesOf(f.name).length < 2}
              onChange={(e) =>
                useAsked.setState({ asked: { ...asked, uses: uses.with(i, e.target.value as FileUse) } })
              }
              className={`${BOX} w-52`}
            >
              {usesOf(f.name).map((u) => (
                <option key={u} value={u}>
                  {inWords(NAMES[u])}
                </option>
              ))}
            </select>
            <span className="w-60 text-muted">{inWords(NOTES[uses[i]!])}</span>
          </li>
        ))}
      </ul>
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={close}>{inWords('files.leaveThemOut')}</Button>
        <Button
          look="main"
          autoFocus
          onClick={() => {
            close()
            go(uses)
          }}
        >
          {inWords('files.bringThemIn', inWords('counts.file', files.length))}
        </Button>
      </div>
    </Dialog>
  )
}
