import { unsaid, texts } from '@/contracts/language/say';
import { ROLE_WORDS } from '../words/roles';
import { type FormOfEntry, formOfEntry, named, nameField as name } from './form-parts';
import { SITE_ROLES } from './people';

/** A team and who belongs to it. */
export const teamForm: FormOfEntry = formOfEntry({
  fresh: { name: '', members: [] },
  sections: [
    {
      title: unsaid('The team'),
      fields: [name(60), { kind: 'several', name: 'members', label: unsaid('Members'), from: 'people' }],
    },
  ],
});

/** A host and its members. */
export const organisationForm: FormOfEntry = formOfEntry({
  fresh: { name: '', members: [] },
  sections: [
    {
      title: unsaid('The organisation'),
      fields: [
        name(80),
        {
          kind: 'several',
          name: 'members',
          label: unsaid('Members'),
          hint: unsaid('They ask for it, and see what it has booked.'),
          from: 'people',
        },
      ],
    },
  ],
});

/** Somebody with an account: their roles, what they look after, and who may act for them. */
export const personForm: FormOfEntry = formOfEntry({
  fresh: {
    name: '',
    email: '',
    roles: ['requester'],
    looksAfter: [],
    teams: [],
    organisations: [],
    deputies: [],
  },
  sections: [
    {
      title: unsaid('Who'),
      fields: [
        name(80),
        {
          kind: 'line',
          name: 'email',
          label: unsaid('E-mail address'),
          hint: unsaid('They sign in with it.'),
          most: 120,
        },
      ],
    },
    {
      title: unsaid('What they may do'),
      fields: [
        { kind: 'several', name: 'roles', label: unsaid('Roles'), from: named(SITE_ROLES, ROLE_WORDS) },
        {
          kind: 'rows',
          name: 'looksAfter',
          label: unsaid('Looks after'),
          hint: unsaid('A steward of a building, a space or equipment.'),
          one: unsaid('place'),
          fresh: { of: 'space', buildingId: null, spaceId: null, poolId: null, asksConsent: true },
          fields: [
            {
              kind: 'choice',
              name: 'of',
              label: unsaid('What'),
              from: named(
                ['building', 'space', 'pool'],
                texts({ building: 'a building', space: 'a space', pool: 'equipment' }),
              ),
            },
            {
              kind: 'choice',
              name: 'buildingId',
              label: unsaid('Building'),
              from: 'buildings',
              when: ['of', 'building'],
            },
            {
              kind: 'choice',
              name: 'spaceId',
              label: unsaid('Space'),
              from: 'spaces',
              when: ['of', 'space'],
            },
            {
              kind: 'choice',
              name: 'poolId',
              label: unsaid('Equipment'),
              from: 'equipment',
              when: ['of', 'pool'],
            },
            {
              kind: 'switch',
              name: 'asksConsent',
              label: unsaid('Nothing is approved there without their consent'),
            },
          ],
        },
      ],
    },
    {
      title: unsaid('Where they belong'),
      fields: [
        { kind: 'several', name: 'teams', label: unsaid('Teams'), from: 'teams' },
        { kind: 'several', name: 'organisations', label: unsaid('Members of'), from: 'organisations' },
        {
          kind: 'several',
          name: 'deputies',
          label: unsaid('Deputies'),
          hint: unsaid('They may ask, change and cancel for them.'),
          from: 'people',
        },
      ],
    },
  ],
});
