import type { CalendarFilter } from '@/core/publishing/calendar-filter';
import type { Layout } from '@/core/seating/layouts';
import type { Feature } from '@/core/spaces/features';
import type { Timetable } from '@/core/spaces/timetable';
import type { LocalDate } from '@/core/time/local-time';
import type { Question } from '@/contracts/forms/questions';

/** A service that can be asked for. Days ahead are whole ones, from 0. */
export interface ServiceChoice {
  readonly id: number;
  readonly name: string;
  readonly about: string;
  readonly team: string;
  /** Days it has to be known ahead. */
  readonly leadDays: number;
  readonly questions: readonly Question[];
}

/** A request that another may start from. */
export interface EarlierRequest {
  readonly reference: string;
  readonly title: string;
  readonly categoryId: number | null;
}

/** Everything the request form offers to choose from. */
export interface AskChoices {
  readonly spaces: readonly {
    readonly id: number;
    readonly name: string;
    readonly code: string;
    readonly building: string;
    readonly buildingId: number;
    readonly postedLimit: number | null;
    readonly layouts: readonly {
      readonly layout: Layout;
      readonly seats: number;
      readonly setupMin: number;
      readonly strikeMin: number;
    }[];
    readonly features: readonly Feature[];
    readonly questions: readonly Question[];
    /** Of a space given by periods; empty otherwise. */
    readonly timetables: readonly Timetable[];
    /** Those who look after it and are asked before it is given. */
    readonly needsConsentOf: readonly string[];
  }[];
  /** Spaces that are pinned, then those used before: offered first. */
  readonly familiar: readonly number[];
  readonly categories: readonly {
    readonly id: number;
    readonly name: string;
    readonly mark: string;
    readonly about: string;
    readonly publish: boolean;
    /** For whom events of it usually are. */
    readonly audiences: readonly string[];
    readonly questions: readonly Question[];
  }[];
  readonly hosts: readonly { readonly id: number; readonly name: string; readonly isOwn: boolean }[];
  readonly equipment: readonly {
    readonly id: number;
    readonly name: string;
    readonly stock: number;
    /** It counts as its contents. */
    readonly isKit: boolean;
    /** Numbered ones, to be asked for singly; empty where they are all alike. */
    readonly units: readonly { readonly id: number; readonly name: string }[];
  }[];
  /** For whom events may be, as the categories name them. */
  readonly audiences: readonly string[];
  readonly services: readonly ServiceChoice[];
  /** Named stretches of the year that a series may go on until, those to come first. */
  readonly seasons: readonly { readonly name: string; readonly to: LocalDate }[];
  /** Those the viewer may read: where it will be, and where else it may be wanted. */
  readonly calendars: readonly {
    readonly id: number;
    readonly name: string;
    readonly about: string;
    readonly filter: CalendarFilter;
  }[];
  /** People the viewer may ask for. */
  readonly askFor: readonly { readonly id: number; readonly name: string }[];
  /** One's latest requests. */
  readonly earlier: readonly EarlierRequest[];
  readonly accessMin: number;
  readonly exitMin: number;
  /** Local date of the office's clock: the form starts there. */
  readonly today: LocalDate;
}

/** The same without what the board knows already. */
export interface ShortChoices extends Pick<
  AskChoices,
  'familiar' | 'hosts' | 'accessMin' | 'exitMin' | 'today'
> {
  readonly categories: readonly Omit<AskChoices['categories'][number], 'questions'>[];
}
