/** The cache of answers of the API, for where there is no network: named by the page and by its service worker. */
export const keptAnswers = 'jardinero-answers'
