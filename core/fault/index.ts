export {
  fault,
  type Fault,
  type FaultCode,
  type FaultData,
  faultReason,
  firstReason,
  mendedBy,
  under,
  unless,
} from './fault';
export { limitOf, limitWords } from './limit';
export { type Mend, mendWords } from './mend';
export { atPath, type Path, pathText, pathTo } from './path';
