import type { MeasurandId } from '@lucerna/core/measure'
import type { Report, ReportLine } from '@lucerna/core/report'
import { View } from '@react-pdf/renderer'
import { figureWithUnit } from '@/ui/figures'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'
import { lineWords } from '../lineWords'
import { rateWords } from '../rateWords'
import { Bead, styles, Text, TONE } from './kit'

type Unit = Report['appliances'][number]

/** Widths of the table of readings, in parts of the whole. */
const COLUMNS = [24, 10, 13, 14, 24, 15] as const

const cell = (column: number, right = false) => ({ width: `${COLUMNS[column]}%` as const, ...(right && { textAlign: 'right' as const }) })

export function Readings({ lines, of, model }: { readonly lines: readonly ReportLine[]; readonly of: Unit; readonly model: Report }) {
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
      {w.what} <Text style={[styles.small, styles.quiet]}>{w.where}</Text>
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
    <Text style={[cell(3), styles.quiet]}>{w.unit}</Text>
    <Text style={cell(4)}>
      {w.band} <Text style={[styles.small, styles.quiet]}>{w.source}</Text>
    </Text>
    <View style={[cell(5), { flexDirection: 'row', gap: 4 }]}>
      {w.judged && (
        <View style={{ marginTop: 2 }}>
          <Bead status={w.status} side={w.side} />
        </View>
      )}
      <Text style={[styles.grow, w.judged ? { color: TONE[w.status], fontWeight: 600 } : { ...styles.small, ...styles.quiet }]}>
        {w.verdict}
      </Text>
    </View>
  </View>
)

/** Figures worked out without a limit of their own: a column for each rate. */
export function WorkedOut({ lines, of, model }: { readonly lines: readonly ReportLine[]; readonly of: Unit; readonly model: Report }) {
  const ids = [...new Set(lines.map((l) => l.measurandId))] as MeasurandId[]
  const rates = of.rates.filter((r) => lines.some((l) => l.firingStateId === r.id))
  if (ids.length === 0) return null
  return (
    <View style={styles.section}>
      <View style={[styles.line, styles.small, styles.quiet]} minPresenceAhead={16}>
        <Text style={styles.grow}>{t('report.worked-out')}</Text>
        {rates.map((r) => (
          <Text key={r.id} style={{ width: 90, textAlign: 'right' }}>
            {r.label}
          </Text>
        ))}
      </View>
      {ids.map((id) => (
        <View key={id} style={styles.line} wrap={false}>
          <Text style={styles.grow}>{t(`measurand.${id}`)}</Text>
          {rates.map((r) => {
            const l = lines.find((x) => x.measurandId === id && x.firingStateId === r.id)
            const value = l?.asLeft ?? l?.asFound ?? null
            return (
              <Text key={r.id} style={{ width: 90, textAlign: 'right' }}>
                {value === null ? '–' : figureWithUnit(id, value, model.practice.units)}
              </Text>
            )
          })}
        </View>
      ))}
    </View>
  )
}
