/** Fixed, so that seeding a second time finds the demo already there. */
export const DEMO = {
  production: '5a17ba45-0000-4000-8000-000000000001',
  scene: '5a17ba45-0000-4000-8000-000000000002',
  isbel: '5a17ba45-0000-4000-8000-000000000003',
  corrigan: '5a17ba45-0000-4000-8000-000000000004',
  wick: '5a17ba45-0000-4000-8000-000000000005',
  performed: '5a17ba45-0000-4000-8000-000000000007',
  dialogue: '5a17ba45-0000-4000-8000-000000000006',
};
