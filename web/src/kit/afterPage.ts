/** Nothing is held back but where an application begins. */
let stands: Promise<void> = Promise.resolve()

/** Holds back what is not needed for the first page, until it stands. @returns says that it does */
export function holdBack(): () => void {
  let release = (): void => undefined
  stands = new Promise((done) => (release = done))
  return release
}

/** What comes beside a page, fetched once the first one stands. */
export const afterPage =
  <T>(load: () => Promise<T>): (() => Promise<T>) =>
  async () => {
    await stands
    return load()
  }
