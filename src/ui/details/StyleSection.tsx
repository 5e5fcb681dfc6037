import Link from 'next/link'
import { useEffect } from 'react'
import { followStyle, setStyle } from '@/core/edits'
import { kindOf, paletteOf } from '@/core/kinds'
import { STYLE_VARIANTS } from '@/core/lesson/style'
import { edit, useDesk, useShown } from '../state/desk'
import { Button } from '../kit/button'
import { Choice } from '../fields/fields'
import { useStyles } from '../styles/kept'
import { Section } from '../fields/section'
import { inWords, said, termOf } from '../../words/words'

const VARIANTS = {
  light: inWords('terms.light'),
  dark: inWords('terms.dark'),
  contrast: inWords('details.highContrast'),
}
/** Which house style the lesson follows, and in which of its colours. */
export function StyleSection() {
  const { lesson } = useShown()
  const styles = useStyles()
  const { style } = lesson
  const known = styles.find((s) => s.id === style?.id)
  const options = [
    { value: '', label: inWords('details.none') },
    ...(style && !known ? [{ value: style.id, label: inWords('details.ofThisLesson', style.name) }] : []),
    ...styles.map((s) => ({ value: s.id, label: s.name })),
  ]
  const apart = lesson.elements.filter((e) => style && !e.styled && style.looks[kindOf(e).kind])
  return (
    <Section
      title={inWords('details.houseStyle')}
      right={
        <Link href="/styles" className="text-xs font-normal text-accent-deep underline">
          {inWords('details.styles')}
        </Link>
      }
    >
      <Choice
        label={inWords('details.follows')}
        value={style?.id ?? ''}
        options={options}
        onChange={(id) => {
          const next = styles.find((s) => s.id === id)
          if (id === '') edit(said('details.noHouseStyle'), setStyle(null))
          else if (next)
            edit(said('details.houseStyleName', next.name), setStyle({ ...next, variant: style?.variant ?? 'light' }))
        }}
      />
      {style && (
        <Choice
          label={inWords('details.colours')}
          value={style.variant}
          options={STYLE_VARIANTS.map((value) => ({ value, label: VARIANTS[value] }))}
          onChange={(variant) =>
            edit(said('details.houseStyleWhat', VARIANTS[variant]), setStyle({ ...style, variant }))
          }
        />
      )}
      {style && (
        <div className="flex gap-1" aria-hidden>
          {Object.entries(paletteOf(style)).map(([name, colour]) => (
            <span
              key={name}
              title={termOf(name)}
              className="h-4 flex-1 rounded-sm border border-edge"
              style={{ background: colour }}
            />
          ))}
        </div>
      )}
      {apart.length > 0 && (
        <Button
          onClick={() =>
            edit(
              said('details.elementsFollowTheHouseStyle', apart.length),
              followStyle(
                apart.map((e) => e.id),
                '',
              ),
            )
          }
        >
          {inWords(
            'details.letFollowIt',
            apart.length === 1 ? inWords('details.oneMoreElement') : inWords('details.moreElements', apart.length),
          )}
        </Button>
      )}
    </Section>
  )
}

/** A style of the team that has changed since is taken over by the lesson that follows it, as one step. */
export function useChangedStyle(): void {
  const ready = useDesk((b) => b.ready)
  const inside = useDesk((b) => b.outer !== null)
  const style = useDesk((b) => b.lesson.style)
  const styles = useStyles()
  const now = styles.find((s) => s.id === style?.id)
  useEffect(() => {
    if (ready && !inside && style && now && now.revision > style.revision)
      edit(said('details.houseStyleHasChanged', now.name), setStyle({ ...now, variant: style.variant }))
  }, [ready, inside, style, now])
}
