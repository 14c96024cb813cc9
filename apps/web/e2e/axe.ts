import AxeBuilder from '@axe-core/playwright'
import { expect, type Page } from '@playwright/test'

/** No serious finding by axe, in the theme that is on. */
export async function accessible(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa']).analyze()
  expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`)).toEqual([])
}
