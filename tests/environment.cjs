/** Node, with what a worker makes once for all its files: tests/house.ts keeps it there. */
const { TestEnvironment } = require('jest-environment-node');
const made = new Map();
module.exports = class extends TestEnvironment {
  constructor(config, context) {
    super(config, context);
    this.global.madeByWorker = made;
  }
};
