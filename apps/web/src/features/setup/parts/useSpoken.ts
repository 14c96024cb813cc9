import { useEffect, useRef } from 'react'
import { say } from '@/ui/speech'

/** Says a text aloud when it changes, where that is wished; not what was there at first. */
export function useSpoken(text: string, wished: boolean): void {
  const last = useRef(text)
  useEffect(() => {
    if (wished && text !== last.current) say(text)
    last.current = text
  }, [text, wished])
}
