import type { Capability } from '../capabilities';
import { TodayPage } from './TodayPage';

export const capability: Capability = {
  routes: {
    '/': TodayPage,
  },
  places: [{ path: '/', label: 'Today', order: 1 }],
};
