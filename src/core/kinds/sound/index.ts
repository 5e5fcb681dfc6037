import { SoundLook } from './look'
import { NOWHERE } from '../nowhere'
import { ranged } from '../../values/ranged'
import { PLAYED, running } from '../played'
import type { Kind } from '../kind'

/** Is heard, and not seen. */
export const sound: Kind<'sound'> = {
  kind: 'sound',
  title: 'kinds.sound',
  icon: 'volume',
  swatch: { colour: '#e9e2d0', pattern: 'none' },
  pulls: 'none',
  lies: 'nowhere',
  content: PLAYED,
  fields: ranged(SoundLook, [
    { path: 'levelDb', label: 'values.level', type: 'level', digits: 1 },
    { path: 'muted', label: 'values.muted', type: 'tick' },
    { path: 'duckDb', label: 'values.lowerUnderSpeechBy', type: 'level', digits: 1, keyed: false },
    { path: 'duckInMs', label: 'values.fadeDownInMs', type: 'number', keyed: false },
    { path: 'duckOutMs', label: 'values.fadeBackInMs', type: 'number', keyed: false },
  ]),
  size: () => ({ w: 0, h: 0 }),
  draw: () => [],
  added: { with: 'sound' },
  fresh: () => ({ ...NOWHERE, look: SoundLook.parse({ kind: 'sound', media: '' }) }),
  roles: { plays: (e) => ({ what: 'sound', medium: e.look.media, ...running(e.look) }) },
}
