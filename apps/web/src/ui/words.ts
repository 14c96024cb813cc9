import i18next from 'i18next'
import { en } from '@/messages/en'

/** Languages shipped; another one is another message file and a line here. */
const LANGUAGES = { en } as const
export type MessageKey = keyof typeof en

const instance = i18next.createInstance()
void instance.init({
  lng: 'en',
  fallbackLng: 'en',
  initAsync: false,
  keySeparator: false,
  nsSeparator: false,
  interpolation: { escapeValue: false },
  resources: Object.fromEntries(Object.entries(LANGUAGES).map(([language, words]) => [language, { translation: words }])),
})

type Params = Readonly<Record<string, string | number>>

/** Texts without parameters, by key: a screen asks for some hundred of them each time it is drawn. */
const said = new Map<string, string>()
instance.on('languageChanged', () => said.clear())

/** Words of the interface by key, with parameters filled in. A key that is put together is checked by the tests of the message file. */
export function t(key: MessageKey | (string & {}), params?: Params): string {
  if (params) return instance.t(key, params)
  let text = said.get(key)
  if (text === undefined) said.set(key, (text = instance.t(key)))
  return text
}

/** Whether there are words for a key that came from data. */
export const hasWords = (key: string): boolean => key in en

/** The locale that numbers and dates are written in. */
export const locale = (): string => instance.language
