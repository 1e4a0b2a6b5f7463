import { workedAnyhow } from '../../tests/helpers/anyhow'
import { everyDemoCar, withoutWords } from '../../tests/helpers/demo'

// The longest test there is: every other car in each of two files, so that two cores share it.
workedAnyhow([
  ...everyDemoCar().filter((_, i) => i % 2 === 0),
  withoutWords('halyard-cooler-lines-screw-in'),
  withoutWords('wherry-rear-brake'),
])
