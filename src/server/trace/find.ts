import { spawn } from 'node:child_process'
import { closeSync, readFileSync, readSync } from 'node:fs'
import path from 'node:path'
import { PointerFinder, type FrameSight } from '@/core/vision'
import { SAFE_INPUT } from '../media/ffmpeg'
import { probe, rotationOf } from '../media/probe'
import { widePipe } from '../render/pipe'
import { appRoot } from '../root'
import { run } from '../run'

export interface FoundTrace { width: number; height: number; frames: number }

/**
 * Times of a recording's frames in seconds from the first, exactly as stored, whatever its rate does.
 *
 * @returns null when the file holds no pictures
 */
async function timesOf(file: string): Promise<number[] | null> {
  const found = await run('ffprobe', ['-v', 'error', ...SAFE_INPUT, '-select_streams', 'v:0', '-show_entries', 'packet=pts,flags:stream=time_base', '-of', 'csv', file], { limit: 600 })
  const lines = found.stdout.toString().split('\n')
  const base = lines.find((l) => l.startsWith('stream,'))?.split(',')[1]?.split('/').map(Number)
  if (!base?.[0] || !base[1]) return null
  const pts = lines.filter((l) => l.startsWith('packet,')).map((l) => l.split(',')).filter((r) => !r[2]?.includes('D')).map((r) => Number(r[1])).filter(Number.isFinite).sort((a, b) => a - b)
  return pts.length > 0 ? pts.map((p) => ((p - pts[0]!) * base[0]!) / base[1]!) : null
}

/**
 * Finds the pointer in the pixels of a recording, frame by frame; needs no picture of it. Blocks between two pieces of work:
 * run it in a process of its own.
 *
 * @param give     called for each frame in order
 * @param onShare  how far it has come, 0 to 1
 * @throws Error with a sentence when the file cannot be read as a recording
 */
export async function findPointer(file: string, give: (frame: FrameSight) => void, onShare: (share: number) => void): Promise<FoundTrace> {
  const facts = await probe(file)
  if (!facts?.video) throw new Error(`${file}: this is not a recording that can be read. Give a video: MP4, MOV, WebM, MKV or GIF.`)
  const turned = Math.abs(rotationOf(facts.video)) % 180 === 90
  const [width, height] = turned ? [facts.video.height!, facts.video.width!] : [facts.video.width!, facts.video.height!]
  const module = new WebAssembly.Module(readFileSync(path.join(appRoot(), 'build/vision.wasm')))
  const timing = timesOf(file)
  const plain = /^yuvj?4[24][0-4]p$/.test(facts.video.pix_fmt ?? '')
  const { from, to } = widePipe()
  const decoder = spawn('ffmpeg', ['-v', 'error', '-nostdin', ...SAFE_INPUT, '-i', file, '-map', '0:v:0', '-an', '-sn', '-vf', plain ? 'extractplanes=y' : 'format=gray', '-fps_mode', 'passthrough', '-f', 'rawvideo', '-pix_fmt', 'gray', 'pipe:1'], { stdio: ['ignore', to.fd, 'ignore'] })
  const ended = new Promise<number | null>((done) => decoder.on('close', done).on('error', () => done(-1)))
  await to.close()
  const times = await timing
  let given = 0
  let read = 0
  const finder = new PointerFinder(module, width, height, (found, altered) => { give({ t: times?.[given] ?? given / 30, found, altered }); given++ })
  try {
    const { grey } = finder
    for (;;) {
      let have = 0
      while (have < grey.length) {
        const n = readSync(from.fd, grey, have, grey.length - have, null)
        if (n === 0) break
        have += n
      }
      if (have < grey.length) break
      finder.add()
      if (++read % 64 === 0) onShare(Math.min(0.99, read / Math.max(1, times?.length ?? read)))
    }
    finder.end()
  } finally {
    decoder.kill('SIGKILL')
    closeSync(from.fd)
  }
  await ended
  if (read === 0) throw new Error(`${file}: none of its frames can be decoded. Save it again as an MP4.`)
  onShare(1)
  return { width, height, frames: read }
}
