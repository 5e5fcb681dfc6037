import { Choice } from './fields'
import { choiceOf, useFontChoices, type FaceName } from '../kit/fonts'

/** Which typeface: one of the team's own, or one that ships. */
export function FontChoice({
  label,
  value,
  bare,
  onChange,
}: {
  label: string
  value: FaceName
  bare?: boolean
  onChange: (face: FaceName) => void
}) {
  const choices = useFontChoices(value)
  return (
    <Choice
      label={label}
      {...(bare && { bare })}
      value={choiceOf(value).value}
      options={choices}
      onChange={(v) => onChange(choices.find((c) => c.value === v)!.face)}
    />
  )
}
