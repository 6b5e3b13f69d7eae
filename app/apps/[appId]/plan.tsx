export { PlanPlace as default } from '@/studio';
