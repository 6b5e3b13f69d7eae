export { CodePlace as default } from '@/studio';
