export { ScreensPlace as default } from '@/studio';
