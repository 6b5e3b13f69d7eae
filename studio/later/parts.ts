// All that the first screen does without, as one piece of code: whoever goes to one place goes to others, too.
export { copyOpen } from '../clip/copyItem';
export { Pasting } from '../clip/Pasting';
export { startWithClipping } from '../clip/startWithClipping';
export { CodePlace } from '../code';
export { DataPlace } from '../data/DataPlace';
export { HelpPane, HelpSheet } from '../help/Help';
export { PlanPlace } from '../plan/PlanPlace';
export { FreshSheet } from '../run/FreshSheet';
export { ScannerTray } from '../run/ScannerTray';
export { ScreensPlace } from '../screens/ScreensPlace';
export { MendSheet } from '../shelf/MendSheet';
export { RestoreSheet } from '../shelf/RestoreSheet';
export { ReleasesPlace } from '../ship/releases';
export { ShipPlace } from '../ship/ShipPlace';
export { ImportSheet } from '../transfer/ImportSheet';
export { GoTo } from '../workspace/GoTo';
