/** What of the bench is being added or changed beside the mix. */
export interface Editing {
  what: 'sprayer' | 'calibration' | 'label'
  id?: string
}
