import type { Capability } from '../capabilities';
import { TodayPage } from './TodayPage';
import { say } from '../words';

export const capability: Capability = {
  routes: {
    '/': TodayPage,
  },
  places: [
    {
      in: 'today',
      path: '/',
      label: say('today.whereThingsStand'),
      order: 1,
      words: say('today.todayTasks'),
    },
  ],
};
