export const THEMES = ['lucerna-night', 'lucerna-day', 'lucerna-glare'] as const
export type Theme = (typeof THEMES)[number]

/** The theme a cookie asks for; undefined follows the device. */
export const themeOf = (cookie: string | undefined): Theme | undefined => THEMES.find((theme) => theme === cookie)

/** Keeps a choice of theme in a cookie, so that the first paint is right, and shows it at once; null follows the device. */
export function applyTheme(theme: Theme | null): void {
  document.cookie = `theme=${theme ?? ''}; path=/; max-age=${theme ? 31_536_000 : 0}; samesite=lax`
  if (theme) document.documentElement.dataset.theme = theme
  else delete document.documentElement.dataset.theme
}
