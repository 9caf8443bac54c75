import { type Line, MARN, settled, WEST } from './vellmark-story-words.js';

/** Two seasons of the Vellmark Swarm Watch, made up. */

export const Y2023: readonly Line[] = [
  ['V-01', 'allotment-gate', '2023-04-15', '2023-08-02'],
  [
    'V-02',
    'allotment-hedge',
    '2023-04-15',
    '2023-05-30',
    settled('2023-05-27', 1.7, WEST, [
      ['2023-05-30', 'hived', 6],
      ['2023-06-12', 'laying'],
    ]),
  ],
  ['V-02', 'allotment-hedge', '2023-06-01', '2023-08-02'],
  ['V-05', 'quarry-lip', '2023-04-22', '2023-08-05'],
  ['V-06', 'quarry-hut', '2023-04-22', '2023-08-05'],
  [
    'V-07',
    'old-weir',
    '2023-04-12',
    '2023-05-24',
    settled('2023-05-21', 1.6, MARN, [
      ['2023-05-24', 'hived', 5],
      ['2023-06-05', 'laying'],
      ['2024-03-20', 'overwintered'],
    ]),
  ],
  ['V-07', 'old-weir', '2023-05-26', '2023-08-03'],
  [
    'V-09',
    'cider-press',
    '2023-04-18',
    '2023-06-09',
    settled('2023-06-06', 1.1, WEST, [
      ['2023-06-09', 'hived', 5],
      ['2023-06-22', 'laying'],
    ]),
  ],
  [
    'V-10',
    'upper-orchard',
    '2023-04-18',
    '2023-05-19',
    settled('2023-05-16', 2.2, WEST, [
      ['2023-05-19', 'hived', 8],
      ['2023-06-01', 'laying'],
      ['2024-03-18', 'overwintered'],
    ]),
  ],
  ['V-10', 'upper-orchard', '2023-05-20', '2023-08-02'],
  [
    'V-11',
    'lower-orchard',
    '2023-04-18',
    '2023-05-15',
    settled('2023-05-12', 1.9, WEST, [
      ['2023-05-15', 'hived', 6],
      ['2023-05-29', 'laying'],
      ['2024-03-18', 'overwintered'],
    ]),
  ],
  [
    'V-11',
    'lower-orchard',
    '2023-05-16',
    '2023-06-21',
    settled(
      '2023-06-18',
      0.8,
      WEST,
      [
        ['2023-06-21', 'hived', 4],
        ['2023-07-10', 'united'],
      ],
      { queen: 'unknown' },
    ),
  ],
  ['V-04', 'larch-edge', '2023-05-01', '2023-08-05'],
  ['V-13', 'rook-elm', '2023-05-01', '2023-08-05', undefined, { note: 'Wind took the roof in June.' }],
  [
    'V-14',
    'old-station',
    '2023-04-25',
    '2023-05-29',
    settled('2023-05-25', 1.4, MARN, [
      ['2023-05-29', 'hived', 5],
      ['2023-06-10', 'laying'],
    ]),
  ],
  ['V-14', 'old-station', '2023-05-31', '2023-08-02'],
];
export const Y2024: readonly Line[] = [
  [
    'V-01',
    'allotment-gate',
    '2024-04-06',
    '2024-05-28',
    settled('2024-05-25', 1.3, WEST, [
      ['2024-05-28', 'hived', 5],
      ['2024-06-09', 'laying'],
    ]),
  ],
  ['V-01', 'allotment-gate', '2024-05-30', '2024-08-01'],
  [
    'V-02',
    'allotment-hedge',
    '2024-04-06',
    '2024-05-22',
    settled('2024-05-19', 2.1, WEST, [
      ['2024-05-22', 'hived', 8],
      ['2024-06-02', 'laying'],
      ['2025-03-22', 'overwintered'],
    ]),
  ],
  ['V-02', 'allotment-hedge', '2024-05-24', '2024-08-01'],
  ['V-03', 'larch-ride', '2024-04-14', '2024-08-03'],
  ['V-04', 'larch-edge', '2024-04-14', '2024-08-03'],
  ['V-05', 'quarry-lip', '2024-04-13', '2024-08-03'],
  ['V-06', 'quarry-hut', '2024-04-13', '2024-08-03'],
  [
    'V-07',
    'old-weir',
    '2024-04-02',
    '2024-06-01',
    settled('2024-05-29', 2, MARN, [
      ['2024-06-01', 'hived', 8],
      ['2024-06-14', 'laying'],
      ['2025-03-20', 'overwintered'],
    ]),
  ],
  ['V-07', 'old-weir', '2024-06-02', '2024-08-02'],
  [
    'V-08',
    'mill-race',
    '2024-04-10',
    '2024-05-21',
    settled('2024-05-18', 1.2, MARN, [
      ['2024-05-21', 'hived', 5],
      ['2024-06-03', 'laying'],
    ]),
  ],
  ['V-08', 'mill-race', '2024-05-23', '2024-08-02'],
  [
    'V-09',
    'cider-press',
    '2024-04-05',
    '2024-06-14',
    settled('2024-06-11', 1.5, WEST, [
      ['2024-06-14', 'hived', 5],
      ['2024-06-27', 'laying'],
    ]),
  ],
  [
    'V-10',
    'upper-orchard',
    '2024-04-05',
    '2024-05-16',
    settled('2024-05-13', 1.8, WEST, [
      ['2024-05-16', 'hived', 6],
      ['2024-05-29', 'laying'],
    ]),
  ],
  ['V-10', 'upper-orchard', '2024-05-18', '2024-08-01'],
  [
    'V-11',
    'lower-orchard',
    '2024-04-05',
    '2024-05-11',
    settled('2024-05-08', 2.3, WEST, [
      ['2024-05-11', 'hived', 8],
      ['2024-05-24', 'laying'],
      ['2025-03-22', 'overwintered'],
    ]),
  ],
  [
    'V-11',
    'lower-orchard',
    '2024-05-12',
    '2024-06-09',
    settled('2024-06-06', 1.2, WEST, [
      ['2024-06-09', 'hived', 5],
      ['2024-06-21', 'laying'],
    ]),
  ],
  [
    'V-12',
    'bell-loft',
    '2024-04-20',
    '2024-06-20',
    settled('2024-06-16', 1.6, MARN, [
      ['2024-06-20', 'hived', 6],
      ['2024-07-02', 'laying'],
    ]),
  ],
  [
    'V-13',
    'gravel-bar',
    '2024-04-20',
    '2024-06-03',
    undefined,
    { end: 'lost', note: 'The flood took it; a new one carries its number.' },
  ],
  [
    'V-14',
    'old-station',
    '2024-04-12',
    '2024-05-20',
    settled('2024-05-17', 1.7, MARN, [
      ['2024-05-20', 'hived', 6],
      ['2024-06-01', 'laying'],
    ]),
  ],
  ['V-14', 'old-station', '2024-05-22', '2024-08-02'],
  [
    'V-16',
    'sawmill',
    '2024-04-12',
    '2024-06-29',
    {
      found: '2024-06-25',
      arrived: '2024-06-01',
      kg: 2.6,
      size: 'large',
      queen: 'laying',
      wentTo: MARN,
      then: [
        ['2024-06-29', 'hived', 10],
        ['2024-07-01', 'laying'],
      ],
      note: 'Left too long: combs built onto the roof, nine kilograms to carry down. Two people and a rope.',
    },
  ],
];
