import AxeBuilder from '@axe-core/playwright'
import { expect, type Page } from './test'

/** No serious finding by axe, in the theme that is on. The page has no frames, so that the one-page mode says all; it is several times faster. */
export async function accessible(page: Page): Promise<void> {
  // A page that was gone to without loading anew takes the old title away, and has its own a moment after its content: ask when the content is there.
  await expect(page).toHaveTitle(/./)
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode(true)
    .options({ runOnly: { type: 'tag', values: ['wcag2a', 'wcag2aa', 'wcag21aa'] }, resultTypes: ['violations'], preload: false })
    .analyze()
  expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`)).toEqual([])
}
