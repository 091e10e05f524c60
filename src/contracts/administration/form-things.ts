import { unsaid } from '@/contracts/language/say';
import { type FormOfEntry, formOfEntry, nameField as name, questionsField } from './form-parts';

/** A store. */
export const storeForm: FormOfEntry = formOfEntry({
  fresh: { name: '' },
  sections: [{ title: unsaid('The store'), fields: [name(80)] }],
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
      title: unsaid('What it is'),
      fields: [
        name(80),
        { kind: 'choice', name: 'storeId', label: unsaid('Store'), from: 'stores' },
        {
          kind: 'number',
          name: 'fetchMin',
          label: unsaid('Away before'),
          hint: unsaid('Fetching it from the store.'),
          unit: unsaid('minutes'),
        },
        {
          kind: 'number',
          name: 'returnMin',
          label: unsaid('Away after'),
          hint: unsaid('Bringing it back.'),
          unit: unsaid('minutes'),
        },
      ],
    },
    {
      title: unsaid('How many there are'),
      about: unsaid('Counted, numbered, a kit of other things, or the people of a team: one of these.'),
      fields: [
        {
          kind: 'rows',
          name: 'stock',
          label: unsaid('Stock'),
          hint: unsaid(
            'Bought adds, out of service takes away; what has begun gets an end instead of another number.',
          ),
          one: unsaid('line of stock'),
          fresh: { id: null, from: null, to: null, delta: 1, reason: 'owned' },
          fields: [
            { kind: 'number', name: 'delta', label: unsaid('More or fewer') },
            { kind: 'line', name: 'reason', label: unsaid('Reason'), most: 120 },
            { kind: 'moment', name: 'from', label: unsaid('From'), isOptional: true },
            { kind: 'moment', name: 'to', label: unsaid('To'), isOptional: true },
          ],
        },
        {
          kind: 'rows',
          name: 'units',
          label: unsaid('Numbered units'),
          one: unsaid('unit'),
          fresh: { id: null, name: '' },
          fields: [{ kind: 'line', name: 'name', label: unsaid('Unit'), most: 40 }],
        },
        {
          kind: 'rows',
          name: 'kit',
          label: unsaid('A kit of'),
          one: unsaid('thing of the kit'),
          fresh: { typeId: null, quantity: 1 },
          fields: [
            { kind: 'choice', name: 'typeId', label: unsaid('Equipment'), from: 'equipment' },
            { kind: 'number', name: 'quantity', label: unsaid('How many') },
          ],
        },
        {
          kind: 'choice',
          name: 'poolTeamId',
          label: unsaid('People on shift of'),
          from: 'teams',
          isOptional: true,
        },
      ],
    },
    {
      title: unsaid('What stands in for it'),
      fields: [
        {
          kind: 'several',
          name: 'substitutes',
          label: unsaid('Offered where it is short'),
          hint: unsaid('In the order chosen.'),
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
      title: unsaid('The service'),
      fields: [
        name(60),
        {
          kind: 'line',
          name: 'about',
          label: unsaid('What it is'),
          hint: unsaid('Read in the form.'),
          most: 200,
        },
        { kind: 'choice', name: 'teamId', label: unsaid('Who does it'), from: 'teams' },
        { kind: 'number', name: 'leadDays', label: unsaid('Has to know ahead'), unit: unsaid('days') },
        {
          kind: 'number',
          name: 'crewMin',
          label: unsaid('Takes, where no recipe says better'),
          unit: unsaid('minutes'),
        },
      ],
    },
    { title: unsaid('What has to be known'), fields: [questionsField] },
  ],
});

/** A category: mark, hue, whether it is published, and what it asks. */
export const categoryForm: FormOfEntry = formOfEntry({
  fresh: { name: '', mark: '', hue: 'green', about: '', publish: true, audiences: [], questions: [] },
  sections: [
    {
      title: unsaid('The category'),
      fields: [
        name(60),
        {
          kind: 'line',
          name: 'mark',
          label: unsaid('Mark'),
          hint: unsaid('Two letters: colour is never the only sign.'),
          most: 2,
          isNarrow: true,
        },
        { kind: 'hue', name: 'hue', label: unsaid('Colour') },
        {
          kind: 'line',
          name: 'about',
          label: unsaid('What belongs in it'),
          hint: unsaid('Read where a category is chosen.'),
          most: 200,
        },
      ],
    },
    {
      title: unsaid('Its readers'),
      fields: [
        { kind: 'switch', name: 'publish', label: unsaid('Events are published unless said otherwise') },
        { kind: 'several', name: 'audiences', label: unsaid('For whom they usually are'), from: 'audiences' },
      ],
    },
    { title: unsaid('What has to be known'), fields: [questionsField] },
  ],
});

/** An audience: its name. */
export const audienceForm: FormOfEntry = formOfEntry({
  fresh: { name: '' },
  sections: [
    {
      title: unsaid('The audience'),
      about: unsaid('Where it is called otherwise, categories, calendars and requests follow.'),
      fields: [name(40)],
    },
  ],
});
