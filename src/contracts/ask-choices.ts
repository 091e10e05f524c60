import type { Layout } from '@/core/seating/capacity';

/** Everything the request form offers to choose from. */
export interface AskChoices {
  readonly spaces: readonly {
    readonly id: number;
    readonly name: string;
    readonly code: string;
    readonly building: string;
    readonly postedLimit: number | null;
    readonly layouts: readonly {
      readonly layout: Layout;
      readonly seats: number;
      readonly setupMin: number;
      readonly strikeMin: number;
    }[];
  }[];
  /** Spaces that are pinned, then those used before: offered first. */
  readonly familiar: readonly number[];
  readonly categories: readonly {
    readonly id: number;
    readonly name: string;
    readonly mark: string;
    readonly about: string;
    readonly publish: boolean;
  }[];
  readonly hosts: readonly { readonly id: number; readonly name: string; readonly isOwn: boolean }[];
  readonly equipment: readonly { readonly id: number; readonly name: string; readonly stock: number }[];
  readonly accessMin: number;
  readonly exitMin: number;
  /** Local date of the office's clock: the form starts there. */
  readonly today: string;
}

/** The same without what the board knows already. */
export type ShortChoices = Omit<AskChoices, 'spaces' | 'equipment'>;
