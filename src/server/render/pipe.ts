import koffi from 'koffi'
import { close, read, write } from 'node:fs'
import { promisify } from 'node:util'
import { inWords } from '../../words/words'

const PIPE_BYTES = 1 << 20
const REFILL_MS = 1
const F_SETPIPE_SZ = 1031
const O_CLOEXEC = 0o2000000
const closeFd = promisify(close)

/** One end of a pipe, by its file descriptor. */
export interface End {
  fd: number
  close(): Promise<void>
}
let libc: {
  pipe2: (fds: number[], flags: number) => number
  fcntl: (fd: number, command: number, value: number) => number
} | null = null

function end(fd: number): End {
  let open = true
  return {
    fd,
    async close() {
      if (!open) return
      open = false
      await closeFd(fd)
    },
  }
}

/**
 * A pipe that holds a megabyte, pipe(7): raw frames go through it in a few large pieces, where Node's own
 * (a socket pair) takes dozens of small ones. Give an end to a child as its stdio and close it here.
 */
export function widePipe(): { from: End; to: End } {
  libc ??= (() => {
    const lib = koffi.load('libc.so.6')
    return {
      pipe2: lib.func('int pipe2(_Out_ int *fds, int flags)'),
      fcntl: lib.func('int fcntl(int fd, int command, int value)'),
    }
  })()
  const fds = [0, 0]
  if (libc.pipe2(fds, O_CLOEXEC) !== 0) throw new Error(inWords('render.noMorePipesCanBe'))
  libc.fcntl(fds[1]!, F_SETPIPE_SZ, PIPE_BYTES)
  return { from: end(fds[0]!), to: end(fds[1]!) }
}

/**
 * Fills `bytes` from a pipe; false when it ends before that. Between two reads the writer gets a
 * millisecond to fill the pipe again: it writes in small pieces, and taking each as it comes
 * costs hundreds of context switches a frame.
 */
export function readWhole(from: End, bytes: Uint8Array): Promise<boolean> {
  return new Promise((done, fail) => {
    let have = 0
    const more = () =>
      read(from.fd, bytes, have, bytes.length - have, null, (e, n) => {
        if (e) fail(e)
        else if (n === 0) done(false)
        else if ((have += n) === bytes.length) done(true)
        else setTimeout(more, REFILL_MS)
      })
    more()
  })
}
/** Writes `bytes` to a pipe whole. @throws EPIPE when nobody reads any more */
export function writeWhole(to: End, bytes: Uint8Array): Promise<void> {
  return new Promise((done, fail) => {
    let gone = 0
    const more = () =>
      write(to.fd, bytes, gone, bytes.length - gone, null, (e, n) => {
        if (e) fail(e)
        else if ((gone += n) === bytes.length) done()
        else more()
      })
    more()
  })
}
