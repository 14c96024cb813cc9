import { Document, Font, Image as Picture, Page, renderToBuffer, StyleSheet, Text, View } from '@react-pdf/renderer'
import path from 'node:path'
import QRCode from 'qrcode'
import { t } from '@/messages/all'
import { LABEL_SIZES, type LabelModel, type LabelSize } from './model'

const MM = 72 / 25.4
let registered = false

/** The fonts travel with the application; nothing is fetched. */
function fonts(): void {
  if (registered) return
  registered = true
  const file = (name: string) => path.join(process.cwd(), 'fonts', name)
  Font.register({
    family: 'Label',
    fonts: [
      { src: file('barlow-condensed-500.woff'), fontWeight: 500 },
      { src: file('barlow-condensed-600.woff'), fontWeight: 600 },
    ],
  })
  Font.registerHyphenationCallback((word) => [word])
}

/** The embedded font has Latin letters: subscripts are written plainly, what it cannot write is left out rather than boxed. */
const plain = (text: string) =>
  text
    .replace(/[₀-₉]/g, (d) => String('₀₁₂₃₄₅₆₇₈₉'.indexOf(d)))
    .replaceAll('Δ', 'd')
    .replace(/[^\u0020-\u017f\u2010-\u2026\u2032-\u203a€≤≥µ]/g, '')

const styles = StyleSheet.create({
  page: { fontFamily: 'Label', fontWeight: 500, fontSize: 8, color: '#000', flexDirection: 'row', padding: 3 * MM },
  left: { flex: 1, paddingRight: 3 * MM },
  title: { fontSize: 11, fontWeight: 600 },
  line: { flexDirection: 'row', justifyContent: 'space-between', borderBottomWidth: 0.4, borderBottomColor: '#000', paddingVertical: 0.9 },
  value: { fontWeight: 600 },
  foot: { marginTop: 'auto', fontSize: 7.5 },
  right: { alignItems: 'center', justifyContent: 'space-between' },
})

/** The label as a PDF of exactly its size. */
export async function labelPdf(model: LabelModel, size: LabelSize): Promise<Buffer> {
  fonts()
  const { widthMm, heightMm } = LABEL_SIZES[size]
  const side = Math.min(heightMm - 14, 30) * MM
  const code = await QRCode.toDataURL(model.url, { errorCorrectionLevel: 'M', margin: 0, scale: 8 })
  return renderToBuffer(
    <Document title={plain(model.title)} author={plain(model.firm)} language="en">
      <Page size={[widthMm * MM, heightMm * MM]} style={styles.page}>
        <View style={styles.left}>
          <Text style={styles.title}>{plain(model.title)}</Text>
          <Text>
            {plain(model.serial)}
            {model.measuredOn ? ` · ${t('label.left-on', { date: model.measuredOn })}` : ''}
          </Text>
          <View style={{ marginTop: 3 }}>
            {model.lines.length === 0 && <Text>{t('label.nothing')}</Text>}
            {model.lines.map((l, i) => (
              <View key={i} style={styles.line}>
                <Text>{plain(l.what)}</Text>
                <Text style={styles.value}>{plain(l.value)}</Text>
              </View>
            ))}
          </View>
          <View style={styles.foot}>
            <Text style={styles.value}>{model.nextDue ? t('label.next', { date: model.nextDue }) : t('label.no-next')}</Text>
            <Text>{model.smell}</Text>
          </View>
        </View>
        <View style={styles.right}>
          <Picture src={code} style={{ width: side, height: side }} />
          <Text style={{ fontSize: 6.5 }}>{model.host}</Text>
          <Text style={styles.value}>{plain(model.firm)}</Text>
        </View>
      </Page>
    </Document>,
  )
}
