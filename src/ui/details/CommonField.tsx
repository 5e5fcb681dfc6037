import { putAt, type Edit } from '@/core/edits'
import { commonField } from '@/core/kinds'
import type { Element } from '@/core/lesson/schema'
import { valueAt } from '@/core/values'
import { UNITS } from '@/core/values/unit'
import { KeyMark } from '../fields/keyMark'
import { NumberField } from '../fields/numberField'
import { edit, tryEdit } from '../state/desk'
import { editPosed, tryPosed } from '../state/inPose'
import { useNow } from './useNow'
import { said, toWords } from '../../words/words'

/** Shares, and how large something is, are typed in %. */
const inPercent = (type: keyof typeof UNITS) => type === 'share' || type === 'factor'

/**
 * A number that every element has, as its field says: its name, its unit, how small and large it may be, and whether
 * it can be keyed.
 *
 * @param put    what changes it; else it is put where it stands, in the pose that edits change
 * @param plain  `put` says by itself which pose it changes
 */
export function CommonField({
  element: e,
  path,
  put = (v) => putAt([e.id], { [path]: v }),
  plain = false,
}: {
  element: Element
  path: string
  put?: (v: number) => Edit
  plain?: boolean
}) {
  const { label: named, type, min, max, keyed } = commonField(e, path)
  const label = toWords(named)
  const by = inPercent(type) ? 100 : 1
  const shown = useNow(e)(path)
  const digits = type === 'share' || type === 'percent' ? 1 : type === 'factor' || type === 'degrees' ? 1 : 0
  const words = said('details.change', e.name, label.toLowerCase())
  return (
    <NumberField
      mark={keyed === false ? null : <KeyMark element={e} path={path} label={label} />}
      label={label}
      unit={by === 100 ? '%' : UNITS[type].suffix}
      digits={digits}
      min={min * by}
      max={max * by}
      value={Number(valueAt(e, path)) * by}
      now={shown === undefined ? undefined : shown * by}
      onLive={(v) => (plain ? tryEdit(put(v / by)) : tryPosed(put(v / by)))}
      onChange={(v) => (plain ? edit(words, put(v / by)) : editPosed(words, put(v / by)))}
    />
  )
}
