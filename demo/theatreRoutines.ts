import type { Routine } from '@/core/model';
/** What the wardrobe does in one tap. */
export const theatreRoutines: Routine[] = [
  {
    id: 'gather',
    name: 'Gather repairs',
    tableId: 't10',
    steps: [
      {
        id: 'gather-each',
        kind: 'each',
        tableId: 't6',
        queryId: 'q-uncharged',
        condition: 'production = :this.production',
        name: 'repair',
        steps: [
          {
            id: 'gather-line',
            kind: 'insert',
            tableId: 't11',
            name: 'line',
            values: [
              { columnId: 't11-01', text: "fault || ', ' || lower(garment)" },
              { columnId: 't11-02', text: ':this' },
              { columnId: 't11-03', text: 'coalesce(hours, 0)' },
              { columnId: 't11-04', text: 'coalesce(hourly_rate, 0)' },
            ],
          },
          {
            id: 'gather-mark',
            kind: 'update',
            record: ':repair',
            values: [
              { columnId: 't6-07', text: 'TRUE' },
              { columnId: 't6-10', text: ':this' },
            ],
          },
        ],
      },
    ],
  },
  {
    id: 'copy-sheet',
    name: 'Copy the sheet',
    tableId: 't10',
    steps: [
      {
        id: 'copy-ask',
        kind: 'ask',
        name: 'new_number',
        question: 'What number has the new sheet?',
        answer: { kind: 'text' },
      },
      {
        id: 'copy-copy',
        kind: 'copy',
        record: ':this',
        name: 'copy',
        values: [{ columnId: 't10-01', text: ':new_number' }],
        resetIds: ['t10-03', 't10-04'],
        lineIds: ['t11-02'],
      },
      { id: 'copy-go', kind: 'go', screenId: 'record-t10', record: ':copy' },
    ],
  },
  {
    id: 'note-repair',
    name: 'Note a repair',
    tableId: 't3',
    steps: [
      { id: 'note-ask', kind: 'ask', name: 'fault', question: 'What is to be mended?', answer: { kind: 'text' } },
      {
        id: 'note-add',
        kind: 'insert',
        tableId: 't6',
        name: 'repair',
        values: [
          { columnId: 't6-01', text: ':fault' },
          { columnId: 't6-02', text: ':this' },
        ],
      },
    ],
  },
];
