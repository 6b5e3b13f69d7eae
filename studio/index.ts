import '@/core/jitless';
export { readAddress } from './address';
export { DemoOpener } from './shelf/DemoOpener';
export { NoticesPlace } from './shelf/NoticesPlace';
export { ShelfPlace } from './shelf/ShelfPlace';
export { Studio } from './Studio';
export { Workspace } from './workspace/Workspace';
