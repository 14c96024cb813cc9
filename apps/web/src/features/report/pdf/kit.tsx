import { Circle, Font, Path, StyleSheet, Svg, Text as PdfText, type TextProps, View } from '@react-pdf/renderer'
import path from 'node:path'
import type { ReactNode } from 'react'
import { isTold, type Item, type Part, plainText, type Section } from '../parts'

const SUBSETS = ['latin', 'latin-ext', 'cyrillic', 'greek', 'vietnamese'] as const
/** What one cannot write the next is asked for, sign by sign: so only those are named that a report needs. */
const NEEDED: readonly (readonly [string, RegExp])[] = [
  ['report-latin-ext', /[\u0100-\u024f\u1e00-\u1eff]/],
  ['report-vietnamese', /[\u01a0-\u01b0\u1ea0-\u1ef9]/],
  ['report-cyrillic', /[\u0400-\u04ff\u2116]/],
  ['report-greek', /[\u0370-\u03ff]/],
  ['report-arabic', /[\u0600-\u06ff]/],
  ['report-hebrew', /[\u0590-\u05ff]/],
]
const LATIN = 'report-latin'
let registered = false

export const fontFile = (name: string): string => path.join(process.cwd(), 'fonts', `${name}.woff`)

/** The fonts travel with the application; nothing is fetched. */
export function fonts(): void {
  if (registered) return
  registered = true
  const weights = (src: (weight: 400 | 600) => string) => ([400, 600] as const).map((fontWeight) => ({ src: src(fontWeight), fontWeight }))
  for (const s of SUBSETS) Font.register({ family: `report-${s}`, fonts: weights((w) => fontFile(`${s}-${w}`)) })
  for (const s of ['arabic', 'hebrew']) Font.register({ family: `report-${s}`, fonts: weights(() => fontFile(`${s}-400`)) })
}

/** A word longer than a column (an address without spaces) is broken where it has to be. */
export const breaking = (word: string): string[] => (word.length > 24 ? (word.match(/.{1,12}/gu) ?? [word]) : [word])

/** No font of ours has subscripts: they are written plainly. */
export const plain = (text: string): string => text.replace(/[₀-₉]/g, (d) => String('₀₁₂₃₄₅₆₇₈₉'.indexOf(d))).replaceAll('ₓ', 'x')

export const INK = '#1d1a16'
const QUIET = '#6b6257'
const HAIR = '#cfc4b4'
export const TONE = { inside: '#155e95', edge: '#5c5500', outside: '#a32014', none: QUIET } as const

export const styles = StyleSheet.create({
  page: { fontFamily: LATIN, fontSize: 9, color: INK, paddingTop: 34, paddingHorizontal: 36, paddingBottom: 48, lineHeight: 1.3 },
  head: {
    flexDirection: 'row',
    justifyContent: 'space-between',
    borderBottomWidth: 1.5,
    borderBottomColor: '#6b420f',
    paddingBottom: 8,
    gap: 24,
  },
  title: { fontSize: 15, fontWeight: 600, lineHeight: 1.2 },
  strong: { fontWeight: 600 },
  quiet: { color: QUIET },
  bad: { color: TONE.outside, fontWeight: 600 },
  headline: { fontSize: 15, fontWeight: 600, lineHeight: 1.2 },
  row: { flexDirection: 'row', gap: 12, marginTop: 4 },
  label: { width: 92, fontWeight: 600 },
  grow: { flex: 1 },
  section: { marginTop: 8 },
  sectionTitle: { fontSize: 8, color: QUIET },
  unit: { fontSize: 12, fontWeight: 600 },
  line: { flexDirection: 'row', borderBottomWidth: 0.5, borderBottomColor: HAIR, paddingVertical: 1.8, gap: 6 },
  group: { fontSize: 8, fontWeight: 600, marginTop: 5 },
  small: { fontSize: 7.5 },
})
/** A text in pieces that one font each can write. */
function written(text: string): readonly { readonly family: string; readonly text: string }[] {
  const pieces: { family: string; text: string }[] = []
  for (const sign of text) {
    const family = NEEDED.find(([, signs]) => signs.test(sign))?.[0] ?? LATIN
    const last = pieces.at(-1)
    if (last?.family === family) last.text += sign
    else pieces.push({ family, text: sign })
  }
  return pieces
}

/** A text in the fonts that its own signs need. (The library would look through a list of fonts, but for a report in two scripts that takes half a minute.) */
export function Text({ style, children, ...more }: TextProps & { readonly children?: ReactNode }) {
  const told = (Array.isArray(children) ? (children as readonly ReactNode[]) : [children]).flatMap((child): ReactNode[] => {
    if (typeof child !== 'string') return [child]
    const pieces = written(plain(child))
    return pieces.length === 1 && pieces[0]!.family === LATIN
      ? [pieces[0]!.text]
      : pieces.map((piece, i) => (
          <PdfText key={i} style={{ fontFamily: piece.family }}>
            {piece.text}
          </PdfText>
        ))
  })
  return (
    <PdfText {...more} {...(style && { style })}>
      {told}
    </PdfText>
  )
}

/** Round, half, pointing the way it is off, or dashed: told by shape, not by colour alone. */
export function Bead({
  status,
  side,
  size = 7,
}: {
  readonly status: keyof typeof TONE
  readonly side?: 'above' | 'below' | undefined
  readonly size?: number
}) {
  const color = TONE[status]
  return (
    <Svg viewBox="0 0 10 10" style={{ width: size, height: size }}>
      {status === 'inside' && <Circle cx={5} cy={5} r={4.5} fill={color} />}
      {status === 'edge' && <Circle cx={5} cy={5} r={4} stroke={color} strokeWidth={1} />}
      {status === 'edge' && <Path d="M1 5 A4 4 0 0 0 9 5 Z" fill={color} />}
      {status === 'outside' && <Path d={side === 'below' ? 'M0.5 1 H9.5 L5 9.5 Z' : 'M0.5 9 H9.5 L5 0.5 Z'} fill={color} />}
      {status === 'none' && <Circle cx={5} cy={5} r={4} stroke={color} strokeWidth={1} strokeDasharray="1.5 1.5" />}
    </Svg>
  )
}

function Piece({ of: part }: { readonly of: Part }) {
  if (typeof part === 'string') return <Text>{part}</Text>
  if ('strong' in part) return <Text style={styles.strong}>{part.strong}</Text>
  if ('quiet' in part) return <Text style={styles.quiet}>{part.quiet}</Text>
  if ('bad' in part) return <Text style={styles.bad}>{`! ${part.bad}`}</Text>
  return null
}

export const Entry = ({ of: { parts, below } }: { readonly of: Item }) => (
  <View wrap={false}>
    <Text>
      {parts.map((part, i) => (
        <Piece key={i} of={part} />
      ))}
    </Text>
    {below?.map((line, i) => (
      <Text key={i} style={styles.small}>
        {line}
      </Text>
    ))}
  </View>
)

export function Listed({ section }: { readonly section: Section }) {
  const { title, items, empty, inline } = section
  if (!isTold(section)) return null
  return (
    <View style={styles.section}>
      <Text style={styles.sectionTitle} minPresenceAhead={14}>
        {title}
      </Text>
      {items.length === 0 && <Text>{empty}</Text>}
      {inline ? <Text>{items.map(plainText).join('   ·   ')}</Text> : items.map((item, i) => <Entry key={i} of={item} />)}
    </View>
  )
}
