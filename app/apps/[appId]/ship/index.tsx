export { ShipPlace as default } from '@/studio';
