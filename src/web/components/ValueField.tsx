import { useEffect, useId, useRef, useState } from 'react'
import type { Parsed } from '../../core/units/parsed.ts'
import { useTyped } from '../hooks/useTyped.ts'

interface Props {
  label: string
  /** Text of the present value, shown until something is typed. */
  text: string
  parse: (text: string) => Parsed
  /** Refuses a parsed value with a reason. */
  check?: (value: number) => string | undefined
  /** The value, and the text it was read from. */
  onValue: (value: number, text: string) => void
  /** Told at every key while what is typed can be taken; undefined when it can't, or is dropped. */
  onTyping?: ((value: number | undefined) => void) | undefined
  hideLabel?: boolean
  wide?: boolean
  narrow?: boolean
  placeholder?: string
  large?: boolean
  /** Clears itself after a value is taken, for readings. */
  clears?: boolean
}

/** A field that reads quantities as people type them. A refused text stays, with the reason and what is accepted. */
export function ValueField({
  label,
  text,
  parse,
  check,
  onValue,
  hideLabel,
  wide,
  narrow,
  placeholder,
  large,
  clears,
  onTyping,
}: Props) {
  const [typed, setTyped] = useTyped(label, text)
  const why = (t: string): string | undefined => {
    const p = parse(t)
    return p.ok ? check?.(p.value) : `${p.reason}. Accepted: ${p.accepted}`
  }
  // What came back with a reload and is no value is said to be none.
  const [problem, setProblem] = useState(() => (typed?.trim() ? why(typed) : undefined)),
    of = useRef({ text, label })
  const id = useId()
  useEffect(() => {
    if (of.current.text === text && of.current.label === label) return
    of.current = { text, label }
    setProblem(undefined)
  }, [text, label])
  const commit = () => {
    if (typed === undefined || typed === text || (typed.trim() === '' && clears)) {
      setProblem(undefined)
      return
    }
    const p = parse(typed),
      reason = why(typed)
    setProblem(reason)
    if (!reason && p.ok) {
      setTyped(clears ? '' : undefined)
      onValue(p.value, typed)
    }
  }
  return (
    <span className="inline-flex flex-col gap-0.5">
      <label htmlFor={id} className={hideLabel ? 'sr-only' : large ? 'text-section' : 'text-note text-muted'}>
        {label}
      </label>
      <input
        id={id}
        value={typed ?? text}
        placeholder={placeholder}
        aria-invalid={problem ? true : undefined}
        aria-describedby={problem ? `${id}-why` : undefined}
        autoComplete="off"
        spellCheck={false}
        onChange={e => {
          setTyped(e.target.value)
          if (onTyping) {
            const p = parse(e.target.value)
            onTyping(p.ok && !check?.(p.value) ? p.value : undefined)
          }
        }}
        onBlur={() => {
          commit()
          onTyping?.(undefined)
        }}
        onKeyDown={e => {
          if (e.key === 'Enter') {
            e.preventDefault()
            commit()
          }
          if (e.key === 'Escape') {
            setTyped(undefined)
            setProblem(undefined)
          }
        }}
        className={`figure min-h-10 border bg-paper px-2 ${large ? 'text-head h-14' : 'text-body'} ${wide ? 'w-44 max-w-full' : narrow ? 'w-30' : 'w-32'} ${problem ? 'border-never border-2' : 'border-line'}`}
      />
      {problem && (
        <span id={`${id}-why`} role="alert" className="max-w-72 text-note text-never">
          {label}: {problem}
        </span>
      )}
    </span>
  )
}
