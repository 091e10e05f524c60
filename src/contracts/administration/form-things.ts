import { untranslated } from '@/contracts/language/translate';
import { type FormOfEntry, formOfEntry, nameField as name, questionsField } from './form-parts';

/** A store. */
export const storeForm: FormOfEntry = formOfEntry({
  fresh: { name: '' },
  sections: [{ title: untranslated('The store'), fields: [name(80)] }],
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
      title: untranslated('What it is'),
      fields: [
        name(80),
        { kind: 'choice', name: 'storeId', label: untranslated('Store'), from: 'stores' },
        {
          kind: 'number',
          name: 'fetchMin',
          label: untranslated('Away before'),
          hint: untranslated('Fetching it from the store.'),
          unit: untranslated('minutes'),
        },
        {
          kind: 'number',
          name: 'returnMin',
          label: untranslated('Away after'),
          hint: untranslated('Bringing it back.'),
          unit: untranslated('minutes'),
        },
      ],
    },
    {
      title: untranslated('How many there are'),
      about: untranslated(
        'Counted, numbered, a kit of other equipment, or the people of a team: one of these.',
      ),
      fields: [
        {
          kind: 'rows',
          name: 'stock',
          label: untranslated('Stock'),
          hint: untranslated(
            'Bought adds, out of service takes away; what has begun gets an end instead of another number.',
          ),
          one: untranslated('line of stock'),
          fresh: { id: null, from: null, to: null, delta: 1, reason: 'owned' },
          fields: [
            { kind: 'number', name: 'delta', label: untranslated('More or fewer') },
            { kind: 'line', name: 'reason', label: untranslated('Reason'), most: 120 },
            { kind: 'moment', name: 'from', label: untranslated('From'), isOptional: true },
            { kind: 'moment', name: 'to', label: untranslated('To'), isOptional: true },
          ],
        },
        {
          kind: 'rows',
          name: 'units',
          label: untranslated('Numbered units'),
          one: untranslated('unit'),
          fresh: { id: null, name: '' },
          fields: [{ kind: 'line', name: 'name', label: untranslated('Unit'), most: 40 }],
        },
        {
          kind: 'rows',
          name: 'kit',
          label: untranslated('A kit of'),
          one: untranslated('item of the kit'),
          fresh: { typeId: null, quantity: 1 },
          fields: [
            { kind: 'choice', name: 'typeId', label: untranslated('Equipment'), from: 'equipment' },
            { kind: 'number', name: 'quantity', label: untranslated('How many') },
          ],
        },
        {
          kind: 'choice',
          name: 'poolTeamId',
          label: untranslated('People on shift of'),
          from: 'teams',
          isOptional: true,
        },
      ],
    },
    {
      title: untranslated('What stands in for it'),
      fields: [
        {
          kind: 'several',
          name: 'substitutes',
          label: untranslated('Offered where it is short'),
          hint: untranslated('In the order chosen.'),
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
      title: untranslated('The service'),
      fields: [
        name(60),
        {
          kind: 'line',
          name: 'about',
          label: untranslated('What it is'),
          hint: untranslated('Read in the form.'),
          most: 200,
        },
        { kind: 'choice', name: 'teamId', label: untranslated('Who does it'), from: 'teams' },
        {
          kind: 'number',
          name: 'leadDays',
          label: untranslated('Has to know ahead'),
          unit: untranslated('days'),
        },
        {
          kind: 'number',
          name: 'crewMin',
          label: untranslated('Takes, where no template says better'),
          unit: untranslated('minutes'),
        },
      ],
    },
    { title: untranslated('What has to be known'), fields: [questionsField] },
  ],
});

/** A category: mark, hue, whether it is published, and what it asks. */
export const categoryForm: FormOfEntry = formOfEntry({
  fresh: { name: '', mark: '', hue: 'green', about: '', publish: true, audiences: [], questions: [] },
  sections: [
    {
      title: untranslated('The category'),
      fields: [
        name(60),
        {
          kind: 'line',
          name: 'mark',
          label: untranslated('Mark'),
          hint: untranslated('Two letters: colour is never the only sign.'),
          most: 2,
          isNarrow: true,
        },
        { kind: 'hue', name: 'hue', label: untranslated('Colour') },
        {
          kind: 'line',
          name: 'about',
          label: untranslated('What belongs in it'),
          hint: untranslated('Read where a category is chosen.'),
          most: 200,
        },
      ],
    },
    {
      title: untranslated('Its readers'),
      fields: [
        {
          kind: 'switch',
          name: 'publish',
          label: untranslated('Events are published unless someone says no'),
        },
        {
          kind: 'several',
          name: 'audiences',
          label: untranslated('For whom they usually are'),
          from: 'audiences',
        },
      ],
    },
    { title: untranslated('What has to be known'), fields: [questionsField] },
  ],
});

/** An audience: its name. */
export const audienceForm: FormOfEntry = formOfEntry({
  fresh: { name: '' },
  sections: [
    {
      title: untranslated('The audience'),
      about: untranslated('When its name changes, categories, calendars and requests follow.'),
      fields: [name(40)],
    },
  ],
});
