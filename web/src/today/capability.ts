import type { Capability } from '../capabilities';
import { TodayPage } from './TodayPage';

export const capability: Capability = {
  routes: {
    '/': TodayPage,
  },
  places: [{ in: 'today', path: '/', label: 'Where things stand', order: 1, words: 'today tasks' }],
};
