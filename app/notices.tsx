export { NoticesPlace as default } from '@/studio';
