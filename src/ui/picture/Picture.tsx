import { useEffect, useRef, useState } from 'react'
import { desk, select, setDesk, useDesk, useShown } from '../state/desk'
import { Player } from '../preview/player'
import { RULER_PX } from './Aids'
import { Overlay } from './Overlay'
import { inWords } from '../../words/words'

const MARGIN = 16
/** The picture at the playhead, and what can be grasped on it. */
export function Picture() {
  const holder = useRef<HTMLDivElement>(null)
  const canvas = useRef<HTMLCanvasElement>(null)
  const player = useRef<Player | null>(null)
  const [room, setRoom] = useState({ width: 0, height: 0 })
  const frame = useShown().lesson.frame
  const zoom = useDesk((b) => b.pictureZoom)
  const rulers = useDesk((b) => b.aids.rulers)
  const empty = useDesk((b) => b.ready && b.lesson.elements.length === 0)
  const adding = useDesk((b) => b.doing.do === 'add')

  useEffect(() => {
    player.current = new Player(canvas.current!)
    const watch = new ResizeObserver(([entry]) =>
      setRoom({ width: entry!.contentRect.width, height: entry!.contentRect.height }),
    )
    const box = holder.current!
    watch.observe(box)
    const wheel = (e: WheelEvent) => {
      if (!e.ctrlKey && !e.metaKey) return
      e.preventDefault()
      const { width: shownWidth } = canvas.current!.getBoundingClientRect()
      const now = (shownWidth * devicePixelRatio) / desk().lesson.frame.width
      setDesk({ pictureZoom: Math.min(8, Math.max(0.1, now * (e.deltaY < 0 ? 1.15 : 1 / 1.15))) })
    }
    box.addEventListener('wheel', wheel, { passive: false })
    return () => {
      box.removeEventListener('wheel', wheel)
      watch.disconnect()
      player.current?.close()
      player.current = null
    }
  }, [])

  const margin = rulers ? MARGIN + 2 * RULER_PX : MARGIN
  const fit = Math.min((room.width - margin) / frame.width, (room.height - margin) / frame.height)
  const scale = Math.max(
    0.02,
    zoom === 'fit' ? fit : zoom / (typeof devicePixelRatio === 'number' ? devicePixelRatio : 1),
  )
  const width = Math.round(frame.width * scale)
  const height = Math.round(frame.height * scale)
  useEffect(() => {
    if (room.width === 0) return
    const own = Math.min(1, scale * devicePixelRatio)
    player.current?.resize(Math.max(2, Math.round(frame.width * own)), Math.max(2, Math.round(frame.height * own)))
  }, [scale, frame.width, frame.height, room.width])

  return (
    <div
      ref={holder}
      className="thin-scroll relative grid min-h-0 flex-1 overflow-auto bg-surround"
      data-testid="picture"
      onPointerDown={(e) => {
        // Beside the picture there is nothing that is meant.
        if (e.button === 0 && e.target === e.currentTarget && desk().doing.do === 'select') select([])
      }}
    >
      <div className="relative m-auto" style={{ width, height }}>
        <canvas
          ref={canvas}
          width={16}
          height={9}
          aria-label={inWords('picture.thePictureAtThePlayhead')}
          className="absolute inset-0 block size-full"
        />
        <Overlay scale={scale} />
        {empty && !adding && <NoRecording />}
      </div>
    </div>
  )
}

const NoRecording = () => (
  <div className="absolute inset-0 grid place-items-center text-center text-paper">
    <div>
      <p className="font-head text-lg">{inWords('picture.thisLessonHasNoRecording')}</p>
      <p className="mt-1 mb-3 opacity-80">{inWords('picture.dropAScreenRecordingHere')}</p>
      <button
        type="button"
        className="rounded bg-accent px-4 py-2 text-white hover:bg-accent-deep"
        onClick={() => setDesk({ panel: 'files' })}
      >
        {inWords('picture.bringInFiles')}
      </button>
    </div>
  </div>
)
