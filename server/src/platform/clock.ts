/** The time, passed in wherever it is needed. */
export type Clock = () => Date
