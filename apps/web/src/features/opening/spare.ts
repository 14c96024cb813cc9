/** A password that nobody typed, for as long as this tab is there: from the form to the page that adds the passkey. */
const NAME = 'lucerna.spare'

export const keepSpare = (spare: string): void => sessionStorage.setItem(NAME, spare)
export const readSpare = (): string | null => sessionStorage.getItem(NAME)
export const forgetSpare = (): void => sessionStorage.removeItem(NAME)
