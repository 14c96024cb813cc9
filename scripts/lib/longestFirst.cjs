const { default: Sequencer } = require('@jest/test-sequencer')

/** What takes longest begins first, so that no core waits for the last file; the others follow by their length, as on any machine that never ran them. */
const LONGEST = [
  'everyAction.test',
  'everyStep.test',
  'server/archive.test',
  'instrument/kit.test',
  'report/files.test',
  'engine.test',
  'sheetProperties.test',
  'room.test',
]

const rank = (/** @type {{ path: string }} */ { path }) => {
  const at = LONGEST.findIndex((name) => path.includes(name))
  return at < 0 ? LONGEST.length : at
}

module.exports = class extends Sequencer {
  /** @param {{ path: string }[]} tests */
  async sort(tests) {
    return [...(await super.sort(tests))].sort((a, b) => rank(a) - rank(b))
  }
}
