import { Children, isValidElement, type ButtonHTMLAttributes, type ReactNode } from 'react'

type Look = 'plain' | 'main' | 'quiet'
const LOOKS: Record<Look, string> = {
  plain: 'border border-edge bg-card hover:border-edge-strong active:bg-paper',
  main: 'border border-accent-deep bg-accent text-white hover:bg-accent-deep',
  quiet: 'border border-transparent hover:bg-black/5 active:bg-black/10',
}
interface Props extends ButtonHTMLAttributes<HTMLButtonElement> {
  look?: Look
  pressed?: boolean
}

/** What stands on a button, however deep. */
const wordsIn = (children: ReactNode): string =>
  Children.toArray(children)
    .map((c) => {
      if (typeof c === 'string' || typeof c === 'number') return String(c)
      return isValidElement<{ children?: ReactNode }>(c) ? wordsIn(c.props.children) : ''
    })
    .join('')

export function Button({ look = 'plain', pressed, className = '', ...rest }: Props) {
  return (
    <button
      type="button"
      aria-pressed={pressed}
      data-label={rest['aria-label'] ?? wordsIn(rest.children)}
      className={
        `inline-flex h-7 items-center gap-1.5 rounded px-2.5 whitespace-nowrap disabled:opacity-40 [&>svg]:shrink-0 ` +
        `${LOOKS[look]} ${pressed ? '!border-accent !bg-accent-wash' : ''} ${className}`
      }
      {...rest}
    />
  )
}

/** A button that shows only an icon; its label is read out, and shown with its key when pointed at. */
export function IconButton({
  label,
  keys,
  children,
  className = '',
  ...rest
}: Props & { label: string; keys?: string; children: ReactNode }) {
  return (
    <Button
      look="quiet"
      aria-label={label}
      data-tip={label}
      data-keys={keys}
      className={`!w-7 justify-center !px-0 ${className}`}
      {...rest}
    >
      {children}
    </Button>
  )
}
