export { DataPlace as default } from '@/studio';
