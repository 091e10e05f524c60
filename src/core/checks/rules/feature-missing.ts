import { missingFeatures, type Feature } from '../../spaces/features';
import { USUAL, WARNS, type CheckRule } from './rule';

/** A feature that is wanted and the space has not. */
export interface FeatureMissing {
  readonly features: readonly Feature[];
}

/** Something that is needed, and the space does not have. */
export const featureMissing: CheckRule<FeatureMissing> = {
  ...WARNS,
  ...USUAL,
  touches: 'place',
  reads: ['features'],
  judged: {
    by: 'space',
    find({ wanted, facts }) {
      const features = missingFeatures(wanted.features ?? [], facts.features ?? []);
      return features.length ? [{ features }] : [];
    },
  },
};
