import { texts } from '../language/say';
import { ROLE_WORDS } from '../words/roles';
import { type FormOfEntry, formOfEntry, named, nameField as name } from './form-parts';
import { SITE_ROLES } from './people';

/** A team and who belongs to it. */
export const teamForm: FormOfEntry = formOfEntry({
  fresh: { name: '', members: [] },
  sections: [
    {
      title: 'The team',
      fields: [name(60), { kind: 'several', name: 'members', label: 'Members', from: 'people' }],
    },
  ],
});

/** A host and its members. */
export const organisationForm: FormOfEntry = formOfEntry({
  fresh: { name: '', members: [] },
  sections: [
    {
      title: 'The organisation',
      fields: [
        name(80),
        {
          kind: 'several',
          name: 'members',
          label: 'Members',
          hint: 'They ask for it, and see what it has booked.',
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
      title: 'Who',
      fields: [
        name(80),
        { kind: 'line', name: 'email', label: 'E-mail address', hint: 'They sign in with it.', most: 120 },
      ],
    },
    {
      title: 'What they may do',
      fields: [
        { kind: 'several', name: 'roles', label: 'Roles', from: named(SITE_ROLES, ROLE_WORDS) },
        {
          kind: 'rows',
          name: 'looksAfter',
          label: 'Looks after',
          hint: 'A steward of a building, a space or equipment.',
          one: 'place',
          fresh: { of: 'space', buildingId: null, spaceId: null, poolId: null, asksConsent: true },
          fields: [
            {
              kind: 'choice',
              name: 'of',
              label: 'What',
              from: named(
                ['building', 'space', 'pool'],
                texts({ building: 'a building', space: 'a space', pool: 'equipment' }),
              ),
            },
            {
              kind: 'choice',
              name: 'buildingId',
              label: 'Building',
              from: 'buildings',
              when: ['of', 'building'],
            },
            { kind: 'choice', name: 'spaceId', label: 'Space', from: 'spaces', when: ['of', 'space'] },
            { kind: 'choice', name: 'poolId', label: 'Equipment', from: 'equipment', when: ['of', 'pool'] },
            {
              kind: 'switch',
              name: 'asksConsent',
              label: 'Nothing is approved there without their consent',
            },
          ],
        },
      ],
    },
    {
      title: 'Where they belong',
      fields: [
        { kind: 'several', name: 'teams', label: 'Teams', from: 'teams' },
        { kind: 'several', name: 'organisations', label: 'Members of', from: 'organisations' },
        {
          kind: 'several',
          name: 'deputies',
          label: 'Deputies',
          hint: 'They may ask, change and cancel for them.',
          from: 'people',
        },
      ],
    },
  ],
});
