export { ShelfPlace as default } from '@/studio';
