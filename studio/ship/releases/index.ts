export { ReleasesPlace } from './ReleasesPlace';
