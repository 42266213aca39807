/**
 * Days kept in hand between the day seed comes up in nine seasons of ten and the day it is sown: few members tell it only to
 * so many days. Estimate. @param members that were asked
 */
export const seedMarginDays = (members: number): number => (members < 40 ? 5 : 3)
