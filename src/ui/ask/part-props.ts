import type { UseFormReturn } from 'react-hook-form';
import type { AskChoices } from '@/contracts/requests/ask-choices';
import type { AskForm } from './draft';

/** What every section of the form is given. */
export interface PartProps {
  readonly form: UseFormReturn<AskForm>;
  readonly choices: AskChoices;
  /** What is wrong, by field of the form. */
  readonly faults: Readonly<Record<string, string>>;
}
