import { isTold, type Report, type ReportChange } from '@lucerna/core/report'
import { Document, Font, Image, Page, renderToBuffer, View } from '@react-pdf/renderer'
import { readFile } from 'node:fs/promises'
import type { ReactNode } from 'react'
import { dateAt, timeAt } from '@/ui/dates'
import { emergencyNumber } from '@/ui/emergency'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'
import { changesSection } from '../changeWords'
import { inspected } from '../Inspected'
import { isMeant } from '../isMeant'
import { meaningSections } from '../Meaning'
import { applianceSections, faultSections, pointItem, reportedSections, visitSections } from '../sections'
import { signatureWords } from '../signatureWords'
import { summaryWords } from '../summaryWords'
import { Bead, breaking, Entry, fontFile, fonts, INK, Listed, plain, styles, Text, TONE } from './kit'
import { Readings, WorkedOut } from './Readings'

type Paper = 'a4' | 'letter'
type Unit = Report['appliances'][number]

function Appliance({ of: a, model }: { readonly of: Unit; readonly model: Report }) {
  const told = a.lines.filter(isTold)
  const points = inspected(a, model.timeZone)
  return (
    <View style={{ marginTop: 14 }}>
      <View style={{ flexDirection: 'row', justifyContent: 'space-between', gap: 16 }} minPresenceAhead={60}>
        <Text style={styles.grow}>
          <Text style={styles.unit}>{a.name} </Text>
          <Text style={styles.quiet}>
            {[a.serial, a.position, wordsFor(`gas.${a.gas}`), a.altitudeM >= 600 && `${Math.round(a.altitudeM)} m`]
              .filter(Boolean)
              .join(' · ')}
          </Text>
        </Text>
        <Text style={styles.strong}>{wordsFor(`outcome.${a.outcome}`)}</Text>
      </View>
      {a.outcomeReason && <Text>{a.outcomeReason}</Text>}
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
            {model.appliances.length > 1 && <Text style={styles.strong}>{a.name}</Text>}
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

/** How a report is put on paper. */
interface PdfOptions {
  readonly paper: Paper
  readonly customer: boolean
  readonly pictures?: Pictures
  /** As the customer wrote it beside the signature. */
  readonly customerName?: string | null
}

/** The drawing ends on its line. */
const Signed = ({ who, drawn }: { readonly who: string; readonly drawn: Buffer | undefined }) => (
  <View style={styles.grow}>
    {drawn && (
      <Image src={{ data: drawn, format: 'jpg' }} style={{ height: 34, marginTop: -34, objectFit: 'contain', objectPositionX: 0 }} />
    )}
    <Text style={[styles.small, { borderTopWidth: 0.5, borderTopColor: INK, paddingTop: 2 }]}>{who}</Text>
  </View>
)

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
            {p.caption && <Text style={styles.small}>{p.caption}</Text>}
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
  { paper, customer, pictures = new Map(), customerName = null }: PdfOptions,
): Promise<Buffer> {
  fonts()
  Font.registerHyphenationCallback(breaking)
  const at = (instant: string) => `${dateAt(instant, model.timeZone)}, ${timeAt(instant, model.timeZone)}`
  const drawn = await renderToBuffer(
    <Document title={plain(`${wordsFor(`job.${model.jobKind}`)}, ${model.siteName}`)} author={plain(model.firmName)} language="en">
      <Page size={paper === 'a4' ? 'A4' : 'LETTER'} style={styles.page}>
        <View style={styles.head}>
          <View style={styles.grow}>
            <Text style={styles.title}>{wordsFor(`job.${model.jobKind}`)}</Text>
            <Text style={{ fontSize: 11 }}>{model.siteName}</Text>
            <Text style={styles.quiet}>{model.siteAddress}</Text>
          </View>
          <View style={{ maxWidth: '45%', alignItems: 'flex-end' }}>
            <Text style={[styles.strong, { textAlign: 'right' }]}>{model.firmName}</Text>
            <Text style={{ textAlign: 'right' }}>
              {`${model.technicianName}${model.licenceNumber ? ` · ${t('report.licence', { number: model.licenceNumber })}` : ''}`}
            </Text>
            <Text style={[styles.quiet, { textAlign: 'right' }]}>
              {at(model.startedAt)} – {timeAt(model.closedAt, model.timeZone)}
            </Text>
          </View>
        </View>
        {!frozen && <Text style={[styles.bad, { marginTop: 8 }]}>{t('report.preview')}</Text>}
        <Summary model={model} customer={customer} />
        {frozen && <Listed section={changesSection(model, frozen, customer)} />}
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
              <Text>{t('report.frozen', { version: frozen.version, at: at(frozen.createdAt), by: frozen.by })}</Text>
              <Text>SHA-256 {frozen.hash}</Text>
              {frozen.log && <Text>{t('report.log', { count: frozen.log.seq, head: frozen.log.head })}</Text>}
            </View>
          )}
          <Text style={[styles.small, styles.quiet]}>{t('report.page-accessible')}</Text>
          <View style={{ flexDirection: 'row', gap: 40, marginTop: 34 }}>
            {signatureWords(model, customerName).map(({ who, drawing }) => (
              <Signed key={who} who={who} drawn={drawing ? pictures.get(drawing) : undefined} />
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
