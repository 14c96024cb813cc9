import type { MeasurandId } from '@lucerna/core/measure'
import { isTold, type Report, type ReportChange, type ReportLine } from '@lucerna/core/report'
import {
  Circle,
  Document,
  Font,
  Image,
  Page,
  Path,
  renderToBuffer,
  StyleSheet,
  Svg,
  Text as PdfText,
  type TextProps,
  View,
} from '@react-pdf/renderer'
import { readFile } from 'node:fs/promises'
import path from 'node:path'
import type { ReactNode } from 'react'
import { dateAt, timeAt } from '@/ui/dates'
import { emergencyNumber } from '@/ui/emergency'
import { figureWithUnit } from '@/ui/figures'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'
import { changesSection } from './changeWords'
import { inspected } from './Inspected'
import { isMeant } from './isMeant'
import { lineWords } from './lineWords'
import { meaningSections } from './Meaning'
import { isTold as isSaid, type Item, type Part, plainText, type Section } from './parts'
import { rateWords } from './rateWords'
import { applianceSections, faultSections, pointItem, reportedSections, visitSections } from './sections'
import { summaryWords } from './summaryWords'

type Paper = 'a4' | 'letter'
type Unit = Report['appliances'][number]

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

const fontFile = (name: string): string => path.join(process.cwd(), 'fonts', `${name}.woff`)

/** The fonts travel with the application; nothing is fetched. */
function fonts(): void {
  if (registered) return
  registered = true
  const weights = (src: (weight: 400 | 600) => string) => ([400, 600] as const).map((fontWeight) => ({ src: src(fontWeight), fontWeight }))
  for (const s of SUBSETS) Font.register({ family: `report-${s}`, fonts: weights((w) => fontFile(`${s}-${w}`)) })
  for (const s of ['arabic', 'hebrew']) Font.register({ family: `report-${s}`, fonts: weights(() => fontFile(`${s}-400`)) })
}

/** A word longer than a column (an address without spaces) is broken where it has to be. */
const breaking = (word: string): string[] => (word.length > 24 ? (word.match(/.{1,12}/gu) ?? [word]) : [word])

/** No font of ours has subscripts: they are written plainly. */
const plain = (text: string): string => text.replace(/[₀-₉]/g, (d) => String('₀₁₂₃₄₅₆₇₈₉'.indexOf(d))).replaceAll('ₓ', 'x')

const INK = '#1d1a16'
const QUIET = '#6b6257'
const HAIR = '#cfc4b4'
const TONE = { inside: '#155e95', edge: '#5c5500', outside: '#a32014', none: QUIET } as const

const styles = StyleSheet.create({
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
/** Widths of the table of readings, in parts of the whole. */
const COLUMNS = [24, 10, 13, 14, 24, 15] as const

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
function Text({ style, children, ...more }: TextProps & { readonly children?: ReactNode }) {
  const told = (Array.isArray(children) ? (children as readonly ReactNode[]) : [children]).flatMap((child): ReactNode[] => {
    if (typeof child !== 'string') return [child]
    const pieces = written(child)
    return pieces.length === 1 && pieces[0]!.family === LATIN
      ? [child]
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
function Bead({
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
  if (typeof part === 'string') return <Text>{plain(part)}</Text>
  if ('strong' in part) return <Text style={styles.strong}>{plain(part.strong)}</Text>
  if ('quiet' in part) return <Text style={styles.quiet}>{plain(part.quiet)}</Text>
  if ('bad' in part) return <Text style={styles.bad}>{plain(`! ${part.bad}`)}</Text>
  return null
}

const Entry = ({ of: { parts, below } }: { readonly of: Item }) => (
  <View wrap={false}>
    <Text>
      {parts.map((part, i) => (
        <Piece key={i} of={part} />
      ))}
    </Text>
    {below?.map((line, i) => (
      <Text key={i} style={styles.small}>
        {plain(line)}
      </Text>
    ))}
  </View>
)

function Listed({ section }: { readonly section: Section }) {
  const { title, items, empty, inline } = section
  if (!isSaid(section)) return null
  return (
    <View style={styles.section}>
      <Text style={styles.sectionTitle} minPresenceAhead={14}>
        {plain(title)}
      </Text>
      {items.length === 0 && <Text>{empty}</Text>}
      {inline ? <Text>{plain(items.map(plainText).join('   ·   '))}</Text> : items.map((item, i) => <Entry key={i} of={item} />)}
    </View>
  )
}

const cell = (column: number, right = false) => ({ width: `${COLUMNS[column]}%` as const, ...(right && { textAlign: 'right' as const }) })

function Readings({ lines, of, model }: { readonly lines: readonly ReportLine[]; readonly of: Unit; readonly model: Report }) {
  if (lines.length === 0) return null
  const rate = rateWords(of.rates)
  return (
    <View style={styles.section}>
      <View style={[styles.line, styles.small, styles.quiet]} minPresenceAhead={30}>
        {(['figure', 'as-found', 'as-left', 'unit', 'band', 'verdict'] as const).map((c, i) => (
          <Text key={c} style={cell(i, i === 1 || i === 2)}>
            {wordsFor(`report.column.${c}`)}
          </Text>
        ))}
      </View>
      {[...new Set(lines.map((l) => l.stationId))].map((station) => (
        <View key={station}>
          <Text style={styles.group} minPresenceAhead={14}>
            {wordsFor(`station.${station}`)}
          </Text>
          {lines
            .filter((l) => l.stationId === station)
            .map((l) => (
              <Row key={l.key} of={lineWords(l, model.practice.units, rate(l.firingStateId))} />
            ))}
        </View>
      ))}
    </View>
  )
}

const Row = ({ of: w }: { readonly of: ReturnType<typeof lineWords> }) => (
  <View style={styles.line} wrap={false}>
    <Text style={cell(0)}>
      {plain(w.what)} <Text style={[styles.small, styles.quiet]}>{plain(w.where)}</Text>
    </Text>
    <View style={cell(1)}>
      {w.foundNote && <Text style={[styles.small, styles.quiet, { textAlign: 'right' }]}>{w.foundNote}</Text>}
      <Text style={{ textAlign: 'right' }}>{w.found}</Text>
    </View>
    <View style={cell(2)}>
      <Text
        style={[
          { textAlign: 'right' },
          w.leftTone === 'plain' ? styles.strong : w.leftTone === 'warn' ? { color: TONE.edge } : styles.quiet,
        ]}
      >
        {w.left}
      </Text>
      {w.leftNote && <Text style={[styles.small, styles.quiet, { textAlign: 'right' }]}>{w.leftNote}</Text>}
    </View>
    <Text style={[cell(3), styles.quiet]}>{plain(w.unit)}</Text>
    <Text style={cell(4)}>
      {w.band} <Text style={[styles.small, styles.quiet]}>{plain(w.source)}</Text>
    </Text>
    <View style={[cell(5), { flexDirection: 'row', gap: 4 }]}>
      {w.judged && (
        <View style={{ marginTop: 2 }}>
          <Bead status={w.status} side={w.side} />
        </View>
      )}
      <Text style={[styles.grow, w.judged ? { color: TONE[w.status], fontWeight: 600 } : { ...styles.small, ...styles.quiet }]}>
        {plain(w.verdict)}
      </Text>
    </View>
  </View>
)

/** Figures worked out without a limit of their own: a column for each rate. */
function WorkedOut({ lines, of, model }: { readonly lines: readonly ReportLine[]; readonly of: Unit; readonly model: Report }) {
  const ids = [...new Set(lines.map((l) => l.measurandId))] as MeasurandId[]
  const rates = of.rates.filter((r) => lines.some((l) => l.firingStateId === r.id))
  if (ids.length === 0) return null
  return (
    <View style={styles.section}>
      <View style={[styles.line, styles.small, styles.quiet]} minPresenceAhead={16}>
        <Text style={styles.grow}>{t('report.worked-out')}</Text>
        {rates.map((r) => (
          <Text key={r.id} style={{ width: 90, textAlign: 'right' }}>
            {plain(r.label)}
          </Text>
        ))}
      </View>
      {ids.map((id) => (
        <View key={id} style={styles.line} wrap={false}>
          <Text style={styles.grow}>{plain(t(`measurand.${id}`))}</Text>
          {rates.map((r) => {
            const l = lines.find((x) => x.measurandId === id && x.firingStateId === r.id)
            const value = l?.asLeft ?? l?.asFound ?? null
            return (
              <Text key={r.id} style={{ width: 90, textAlign: 'right' }}>
                {value === null ? '–' : plain(figureWithUnit(id, value, model.practice.units))}
              </Text>
            )
          })}
        </View>
      ))}
    </View>
  )
}

function Appliance({ of: a, model }: { readonly of: Unit; readonly model: Report }) {
  const told = a.lines.filter(isTold)
  const points = inspected(a, model.timeZone)
  return (
    <View style={{ marginTop: 14 }}>
      <View style={{ flexDirection: 'row', justifyContent: 'space-between', gap: 16 }} minPresenceAhead={60}>
        <Text style={styles.grow}>
          <Text style={styles.unit}>{plain(a.name)} </Text>
          <Text style={styles.quiet}>
            {plain(
              [a.serial, a.position, wordsFor(`gas.${a.gas}`), a.altitudeM >= 600 && `${Math.round(a.altitudeM)} m`]
                .filter(Boolean)
                .join(' · '),
            )}
          </Text>
        </Text>
        <Text style={styles.strong}>{wordsFor(`outcome.${a.outcome}`)}</Text>
      </View>
      {a.outcomeReason && <Text>{plain(a.outcomeReason)}</Text>}
      <Text style={[styles.small, styles.quiet, { marginTop: 3 }]}>
        {t('report.card', { doc: a.card.document, version: a.card.version })}
      </Text>
      {[...reportedSections(a, model), ...faultSections(a, model)].map((s) => (
        <Listed key={s.title} section={s} />
      ))}
      <Readings lines={told.filter((l) => !isMeant(l))} of={a} model={model} />
      <WorkedOut lines={told.filter(isMeant)} of={a} model={model} />
      {points && <Text style={styles.section}>{points.said}</Text>}
      {points && <Listed section={points.exceptions} />}
      {applianceSections(a, model).map((s) => (
        <Listed key={s.title} section={s} />
      ))}
    </View>
  )
}

function Summary({ model, customer }: { readonly model: Report; readonly customer: boolean }) {
  const { safety, headline, rows, readings, next } = summaryWords(model)
  const look = {
    safe: 'inside',
    attention: 'edge',
    open: 'none',
    'not-in-service': 'outside',
    'at-risk': 'outside',
    danger: 'outside',
  } as const
  const statuses = (['inside', 'edge', 'outside'] as const).filter((s) => readings[s] > 0)
  const row = (label: string, body: ReactNode) => (
    <View key={label} style={styles.row}>
      <Text style={styles.label}>{label}</Text>
      <View style={styles.grow}>{body}</View>
    </View>
  )
  return (
    <View style={{ marginTop: 12 }}>
      <View style={{ flexDirection: 'row', gap: 8, alignItems: 'center' }}>
        <Bead status={look[safety]} size={13} />
        <Text style={[styles.headline, { color: TONE[look[safety]] }]}>{headline}</Text>
      </View>
      {rows.map(({ label, items }) =>
        row(
          label,
          items.map((item, i) => <Entry key={i} of={item} />),
        ),
      )}
      {!customer &&
        row(
          t('report.sum.readings'),
          <Text>
            {statuses.length === 0
              ? t('report.sum.no-readings')
              : statuses.map((s) => t(`report.sum.${s}`, { count: readings[s] })).join('   ')}
          </Text>,
        )}
      {next && row(t('report.sum.next'), <Text style={styles.strong}>{next}</Text>)}
    </View>
  )
}

function Annex({ model }: { readonly model: Report }) {
  const units = model.appliances.filter((a) => a.observations.length > 0 || a.lines.some((l) => !isTold(l)))
  if (units.length === 0) return null
  return (
    <View break>
      <Text style={styles.unit}>{t('report.annex')}</Text>
      {units.map((a) => {
        const rest = a.lines.filter((l) => !isTold(l))
        return (
          <View key={a.id} style={{ marginTop: 6 }}>
            {model.appliances.length > 1 && <Text style={styles.strong}>{plain(a.name)}</Text>}
            <Readings lines={rest.filter((l) => !l.computed)} of={a} model={model} />
            <WorkedOut lines={rest.filter((l) => l.computed)} of={a} model={model} />
            <Listed
              section={{ title: t('report.observed'), inline: true, items: a.observations.map((o) => pointItem(o, model.timeZone)) }}
            />
          </View>
        )
      })}
    </View>
  )
}

/** Which version a report is, and what proves it; null is a preview. */
export interface Frozen {
  readonly version: number
  readonly hash: string
  readonly createdAt: string
  readonly by: string
  readonly log: { readonly seq: number; readonly head: string } | null
  readonly changes: readonly ReportChange[]
}

/** Photographs and drawn signatures by their ids, as JPEG; one that was erased is not among them. */
export type Pictures = ReadonlyMap<string, Buffer>

function Photos({ model, pictures }: { readonly model: Report; readonly pictures: Pictures }) {
  const there = model.photos.filter((p) => pictures.has(p.id))
  if (there.length === 0) return null
  return (
    <View style={styles.section}>
      <Text style={styles.sectionTitle} minPresenceAhead={80}>
        {t('report.photos')}
      </Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8, marginTop: 3 }}>
        {there.map((p) => (
          <View key={p.id} style={{ width: 124 }} wrap={false}>
            <Image src={{ data: pictures.get(p.id)!, format: 'jpg' }} style={{ width: 124, maxHeight: 124, objectFit: 'contain' }} />
            {p.caption && <Text style={styles.small}>{plain(p.caption)}</Text>}
          </View>
        ))}
      </View>
    </View>
  )
}

/**
 * The report as a PDF, from the same words as the page: A4 or Letter, for a colleague or for the customer, with its fonts in it. It is not tagged for screen readers, which
 * the library cannot; the page is the accessible one, and the last line says so.
 *
 * @returns the file
 */
export async function reportPdf(
  model: Report,
  frozen: Frozen | null,
  { paper, customer, pictures = new Map() }: { readonly paper: Paper; readonly customer: boolean; readonly pictures?: Pictures },
): Promise<Buffer> {
  const signed = model.signatureDrawing ? pictures.get(model.signatureDrawing) : undefined
  fonts()
  Font.registerHyphenationCallback(breaking)
  const at = (instant: string) => `${dateAt(instant, model.timeZone)}, ${timeAt(instant, model.timeZone)}`
  const drawn = await renderToBuffer(
    <Document title={plain(`${wordsFor(`job.${model.jobKind}`)}, ${model.siteName}`)} author={plain(model.firmName)} language="en">
      <Page size={paper === 'a4' ? 'A4' : 'LETTER'} style={styles.page}>
        <View style={styles.head}>
          <View style={styles.grow}>
            <Text style={styles.title}>{wordsFor(`job.${model.jobKind}`)}</Text>
            <Text style={{ fontSize: 11 }}>{plain(model.siteName)}</Text>
            <Text style={styles.quiet}>{plain(model.siteAddress)}</Text>
          </View>
          <View style={{ maxWidth: '45%', alignItems: 'flex-end' }}>
            <Text style={[styles.strong, { textAlign: 'right' }]}>{plain(model.firmName)}</Text>
            <Text style={{ textAlign: 'right' }}>
              {plain(`${model.technicianName}${model.licenceNumber ? ` · ${t('report.licence', { number: model.licenceNumber })}` : ''}`)}
            </Text>
            <Text style={[styles.quiet, { textAlign: 'right' }]}>
              {at(model.startedAt)} – {timeAt(model.closedAt, model.timeZone)}
            </Text>
          </View>
        </View>
        {!frozen && <Text style={[styles.bad, { marginTop: 8 }]}>{t('report.preview')}</Text>}
        <Summary model={model} customer={customer} />
        {frozen && <Listed section={changesSection(model, frozen)} />}
        {customer
          ? meaningSections(model).map((s) => <Listed key={s.title} section={s} />)
          : model.appliances.map((a) => <Appliance key={a.id} of={a} model={model} />)}
        {!customer && visitSections(model).map((s) => <Listed key={s.title} section={s} />)}
        <Photos model={model} pictures={pictures} />
        <View style={{ marginTop: 14 }} wrap={false}>
          <Text style={styles.strong}>{t('report.smell', { number: emergencyNumber(model.emergencyNumber) })}</Text>
          <Text style={[styles.quiet, { marginTop: 4 }]}>
            {t('report.basis', { practice: model.practice.title, version: model.practice.version, core: model.coreVersion })}{' '}
            {customer ? '' : t('caution.rest')}
          </Text>
          {frozen && (
            <View style={[styles.small, styles.quiet, { marginTop: 4 }]}>
              <Text>{t('report.frozen', { version: frozen.version, at: at(frozen.createdAt), by: plain(frozen.by) })}</Text>
              <Text>SHA-256 {frozen.hash}</Text>
              {frozen.log && <Text>{t('report.log', { count: frozen.log.seq, head: frozen.log.head })}</Text>}
            </View>
          )}
          <Text style={[styles.small, styles.quiet]}>{t('report.page-accessible')}</Text>
          <View style={{ flexDirection: 'row', gap: 40, marginTop: 34 }}>
            {(['report.sign-technician', 'report.sign-customer'] as const).map((who) => (
              <View key={who} style={styles.grow}>
                {who === 'report.sign-customer' && signed && (
                  <Image
                    src={{ data: signed, format: 'jpg' }}
                    style={{ height: 34, marginTop: -34, objectFit: 'contain', objectPositionX: 0 }}
                  />
                )}
                <Text style={[styles.small, { borderTopWidth: 0.5, borderTopColor: INK, paddingTop: 2 }]}>{t(who)}</Text>
              </View>
            ))}
          </View>
        </View>
        {!customer && <Annex model={model} />}
      </Page>
    </Document>,
  )
  const foot = [
    `${wordsFor(`job.${model.jobKind}`)}, ${at(model.closedAt)}`,
    ...(frozen ? [t('report.version-short', { version: frozen.version })] : []),
  ].join(' · ')
  return numbered(drawn, foot)
}

/** Puts a line with the number of the page under each page. (What the library draws anew for each page breaks the layout of long reports.) */
async function numbered(pdf: Buffer, foot: string): Promise<Buffer> {
  const { PDFDocument, rgb } = await import('pdf-lib')
  const document = await PDFDocument.load(pdf)
  document.registerFontkit((await import('@pdf-lib/fontkit')).default)
  const font = await document.embedFont(await readFile(fontFile('latin-400')), { subset: true })
  const all = document.getPages()
  for (const [i, page] of all.entries()) {
    const text = plain(`${foot} · ${t('report.page', { page: i + 1, of: all.length })}`)
    page.drawText(text, { x: 36, y: 22, size: 7.5, font, color: rgb(0.42, 0.38, 0.34) })
  }
  return Buffer.from(await document.save({ useObjectStreams: false }))
}
