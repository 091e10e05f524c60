import { type FormOfEntry, formOfEntry, nameField as name, questionsField } from './form-parts';

/** A store. */
export const storeForm: FormOfEntry = formOfEntry({
  fresh: { name: '' },
  sections: [{ title: 'The store', fields: [name(80)] }],
});

/** A type of equipment: its store, minutes of fetching and returning, stock, units, kit and substitutes. */
export const equipmentForm: FormOfEntry = formOfEntry({
  fresh: {
    name: '',
    storeId: null,
    fetchMin: 10,
    returnMin: 10,
    poolTeamId: null,
    stock: [],
    units: [],
    kit: [],
    substitutes: [],
  },
  sections: [
    {
      title: 'What it is',
      fields: [
        name(80),
        { kind: 'choice', name: 'storeId', label: 'Store', from: 'stores' },
        {
          kind: 'number',
          name: 'fetchMin',
          label: 'Away before',
          hint: 'Fetching it from the store.',
          unit: 'minutes',
        },
        {
          kind: 'number',
          name: 'returnMin',
          label: 'Away after',
          hint: 'Bringing it back.',
          unit: 'minutes',
        },
      ],
    },
    {
      title: 'How many there are',
      about: 'Counted, numbered, a kit of other things, or the people of a team: one of these.',
      fields: [
        {
          kind: 'rows',
          name: 'stock',
          label: 'Stock',
          hint: 'Bought adds, out of service takes away; what has begun gets an end instead of another number.',
          one: 'line of stock',
          fresh: { id: null, from: null, to: null, delta: 1, reason: 'owned' },
          fields: [
            { kind: 'number', name: 'delta', label: 'More or fewer' },
            { kind: 'line', name: 'reason', label: 'Reason', most: 120 },
            { kind: 'moment', name: 'from', label: 'From', isOptional: true },
            { kind: 'moment', name: 'to', label: 'To', isOptional: true },
          ],
        },
        {
          kind: 'rows',
          name: 'units',
          label: 'Numbered units',
          one: 'unit',
          fresh: { id: null, name: '' },
          fields: [{ kind: 'line', name: 'name', label: 'Unit', most: 40 }],
        },
        {
          kind: 'rows',
          name: 'kit',
          label: 'A kit of',
          one: 'thing of the kit',
          fresh: { typeId: null, quantity: 1 },
          fields: [
            { kind: 'choice', name: 'typeId', label: 'Equipment', from: 'equipment' },
            { kind: 'number', name: 'quantity', label: 'How many' },
          ],
        },
        {
          kind: 'choice',
          name: 'poolTeamId',
          label: 'People on shift of',
          from: 'teams',
          isOptional: true,
        },
      ],
    },
    {
      title: 'What stands in for it',
      fields: [
        {
          kind: 'several',
          name: 'substitutes',
          label: 'Offered where it is short',
          hint: 'In the order chosen.',
          from: 'equipment',
        },
      ],
    },
  ],
});

/** A service, the team that does it, and what it asks. */
export const serviceForm: FormOfEntry = formOfEntry({
  fresh: { name: '', about: '', teamId: null, leadDays: 0, crewMin: 0, questions: [] },
  sections: [
    {
      title: 'The service',
      fields: [
        name(60),
        { kind: 'line', name: 'about', label: 'What it is', hint: 'Read in the form.', most: 200 },
        { kind: 'choice', name: 'teamId', label: 'Who does it', from: 'teams' },
        { kind: 'number', name: 'leadDays', label: 'Has to know ahead', unit: 'days' },
        { kind: 'number', name: 'crewMin', label: 'Takes, where no recipe says better', unit: 'minutes' },
      ],
    },
    { title: 'What has to be known', fields: [questionsField] },
  ],
});

/** A category: mark, hue, whether it is published, and what it asks. */
export const categoryForm: FormOfEntry = formOfEntry({
  fresh: { name: '', mark: '', hue: 'green', about: '', publish: true, audiences: [], questions: [] },
  sections: [
    {
      title: 'The category',
      fields: [
        name(60),
        {
          kind: 'line',
          name: 'mark',
          label: 'Mark',
          hint: 'Two letters: colour is never the only sign.',
          most: 2,
          isNarrow: true,
        },
        { kind: 'hue', name: 'hue', label: 'Colour' },
        {
          kind: 'line',
          name: 'about',
          label: 'What belongs in it',
          hint: 'Read where a category is chosen.',
          most: 200,
        },
      ],
    },
    {
      title: 'Its readers',
      fields: [
        { kind: 'switch', name: 'publish', label: 'Events are published unless said otherwise' },
        { kind: 'several', name: 'audiences', label: 'For whom they usually are', from: 'audiences' },
      ],
    },
    { title: 'What has to be known', fields: [questionsField] },
  ],
});

/** An audience: its name. */
export const audienceForm: FormOfEntry = formOfEntry({
  fresh: { name: '' },
  sections: [
    {
      title: 'The audience',
      about: 'Where it is called otherwise, categories, calendars and requests follow.',
      fields: [name(40)],
    },
  ],
});
