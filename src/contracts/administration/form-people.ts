import { untranslated, texts } from '@/contracts/language/translate';
import { ROLE_WORDS } from '../words/roles';
import { type FormOfEntry, formOfEntry, named, nameField as name } from './form-parts';
import { SITE_ROLES } from './people';

/** A team and who belongs to it. */
export const teamForm: FormOfEntry = formOfEntry({
  fresh: { name: '', members: [] },
  sections: [
    {
      title: untranslated('The team'),
      fields: [
        name(60),
        { kind: 'several', name: 'members', label: untranslated('Members'), from: 'people' },
      ],
    },
  ],
});

/** A host and its members. */
export const organisationForm: FormOfEntry = formOfEntry({
  fresh: { name: '', members: [] },
  sections: [
    {
      title: untranslated('The organisation'),
      fields: [
        name(80),
        {
          kind: 'several',
          name: 'members',
          label: untranslated('Members'),
          hint: untranslated('They ask for it, and see what it has booked.'),
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
      title: untranslated('Who'),
      fields: [
        name(80),
        {
          kind: 'line',
          name: 'email',
          label: untranslated('E-mail address'),
          hint: untranslated('They sign in with it.'),
          most: 120,
        },
      ],
    },
    {
      title: untranslated('What they may do'),
      fields: [
        { kind: 'several', name: 'roles', label: untranslated('Roles'), from: named(SITE_ROLES, ROLE_WORDS) },
        {
          kind: 'rows',
          name: 'looksAfter',
          label: untranslated('Looks after'),
          hint: untranslated('A steward of a building, a space or equipment.'),
          one: untranslated('space'),
          fresh: { of: 'space', buildingId: null, spaceId: null, poolId: null, asksConsent: true },
          fields: [
            {
              kind: 'choice',
              name: 'of',
              label: untranslated('What'),
              from: named(
                ['building', 'space', 'pool'],
                texts({ building: 'a building', space: 'a space', pool: 'equipment' }),
              ),
            },
            {
              kind: 'choice',
              name: 'buildingId',
              label: untranslated('Building'),
              from: 'buildings',
              when: ['of', 'building'],
            },
            {
              kind: 'choice',
              name: 'spaceId',
              label: untranslated('Space'),
              from: 'spaces',
              when: ['of', 'space'],
            },
            {
              kind: 'choice',
              name: 'poolId',
              label: untranslated('Equipment'),
              from: 'equipment',
              when: ['of', 'pool'],
            },
            {
              kind: 'switch',
              name: 'asksConsent',
              label: untranslated('Nothing is approved there without their consent'),
            },
          ],
        },
      ],
    },
    {
      title: untranslated('Where they belong'),
      fields: [
        { kind: 'several', name: 'teams', label: untranslated('Teams'), from: 'teams' },
        { kind: 'several', name: 'organisations', label: untranslated('Members of'), from: 'organisations' },
        {
          kind: 'several',
          name: 'deputies',
          label: untranslated('Deputies'),
          hint: untranslated('They may ask, change and cancel for them.'),
          from: 'people',
        },
      ],
    },
  ],
});
