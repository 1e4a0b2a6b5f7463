import { workedAnyhow } from '../../tests/helpers/anyhow'
import { everyDemoCar } from '../../tests/helpers/demo'

// The longest test there is: every other car in each of two files, so that two cores share it.
workedAnyhow(everyDemoCar().filter((_, i) => i % 2 === 1))
