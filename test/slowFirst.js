const { default: Sequencer } = require('@jest/test-sequencer');

/** What takes minutes begins first: else the last worker would be alone with it. A fresh machine has no times of before. */
const slow = ['theatreProject', 'apiaryProject', 'phoneApp.test', 'drivers.test', 'schedules.test'];

const rank = ({ path }) => {
  const at = slow.findIndex((name) => path.includes(name));
  return at < 0 ? slow.length : at;
};

module.exports = class SlowFirst extends Sequencer {
  sort(tests) {
    return super.sort(tests).sort((one, other) => rank(one) - rank(other));
  }
};
