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

const VARIANTS = { light: 'light', dark: 'dark', contrast: 'high contrast' }
/** Which house style the lesson follows, and in which of its colours. */
export function StyleSection() {
  const { lesson } = useShown()
  const styles = useStyles()
  const { style } = lesson
  const known = styles.find((s) => s.id === style?.id)
  const options = [
    { value: '', label: 'none' },
    ...(style && !known ? [{ value: style.id, label: `${style.name} (of this lesson)` }] : []),
    ...styles.map((s) => ({ value: s.id, label: s.name })),
  ]
  const apart = lesson.elements.filter((e) => style && !e.styled && style.looks[kindOf(e).kind])
  return (
    <Section
      title="House style"
      right={
        <Link href="/styles" className="text-xs font-normal text-accent-deep underline">
          Styles
        </Link>
      }
    >
      <Choice
        label="Follows"
        value={style?.id ?? ''}
        options={options}
        onChange={(id) => {
          const next = styles.find((s) => s.id === id)
          if (id === '') edit('No house style', setStyle(null))
          else if (next) edit(`House style “${next.name}”`, setStyle({ ...next, variant: style?.variant ?? 'light' }))
        }}
      />
      {style && (
        <Choice
          label="Colours"
          value={style.variant}
          options={STYLE_VARIANTS.map((value) => ({ value, label: VARIANTS[value] }))}
          onChange={(variant) => edit(`House style: ${VARIANTS[variant]}`, setStyle({ ...style, variant }))}
        />
      )}
      {style && (
        <div className="flex gap-1" aria-hidden>
          {Object.entries(paletteOf(style)).map(([name, colour]) => (
            <span
              key={name}
              title={name}
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
              `${apart.length} elements follow the house style`,
              followStyle(
                apart.map((e) => e.id),
                '',
              ),
            )
          }
        >
          Let {apart.length === 1 ? 'one more element' : `${apart.length} more elements`} follow it
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
      edit(`House style “${now.name}” has changed`, setStyle({ ...now, variant: style.variant }))
  }, [ready, inside, style, now])
}
