export { RunPlace as default } from '@/studio';
