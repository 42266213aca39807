/** Sprayed to wet, spots take between these of spray on 1,000 ft², gallons. Estimate from practice; a can and the finding on spot mixes both ask here. */
export const spotWetting = { least: 0.75, most: 2.5 } as const
