export { DemoOpener as default } from '@/studio';
