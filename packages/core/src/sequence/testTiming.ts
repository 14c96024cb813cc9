/** Times of a burner control, for the tests of the sequence. */
export const timing = {
  prePurgeS: 15,
  ignitionTrialS: 4,
  ignitionTries: 3,
  flameLossS: 1,
  postPurgeS: 20,
  failedStartsMax: 3,
  source: { doc: 'T', page: '1' },
}
