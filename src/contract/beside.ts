/** Names of what lies beside a medium's file, that both the server, which writes it, and the page know. */
export const BESIDE = {
  /** The medium itself, as it was conformed. */
  take: 'take.mp4',
  /** A small copy of a take, quick to decode. */
  proxy: 'proxy.mp4',
  /** Small pictures of a take at even times. */
  film: 'film.jpg',
  /** Loudness peaks of a sound, 0 to 255 each, a byte each. */
  peaks: 'peaks.bin',
} as const
/** Film strips: so many pictures to a row, each so many pixels wide, and no more than so many. */
export const FILM = { columns: 10, width: 160, most: 120 }
export const PEAKS_PER_SECOND = 100

/** Where the page finds what lies beside a medium. */
export const besideUrl = (sha256: string, what: keyof typeof BESIDE): string => `/media/${sha256}/${BESIDE[what]}`
