export const THEMES = ['lucerna-night', 'lucerna-day', 'lucerna-glare'] as const
export type Theme = (typeof THEMES)[number]

/** The theme a cookie asks for; undefined follows the device. */
export const themeOf = (cookie: string | undefined): Theme | undefined => THEMES.find((theme) => theme === cookie)
