/** What of an event a calendar tells; nothing of these is *only taken*. Day and hours are always told. */
export const FACTS = ['title', 'text', 'place', 'host', 'contact'] as const;
export type Fact = (typeof FACTS)[number];

/** What there is to tell of an event: never who asked for it, people expected, notes, bands or history. */
export interface NoticeWords {
  readonly title: string;
  readonly secondLine: string;
  /** Plain; the same with its marks is `html`, empty where there are none. */
  readonly text: string;
  readonly html: string;
  /** The public lines of the running order, in minutes from the start. */
  readonly lines: readonly { readonly fromMin: number; readonly text: string }[];
  readonly hosts: readonly string[];
  readonly contact: string;
}

/** The words of an event as far as some facts of it are told; `taken` stands where its title is not. */
export function toldWords<Words extends NoticeWords>(
  facts: readonly Fact[],
  words: Words,
  taken: string,
): Words {
  const tells = (fact: Fact) => facts.includes(fact);
  return {
    ...words,
    title: tells('title') ? words.title : taken,
    secondLine: tells('title') ? words.secondLine : '',
    text: tells('text') ? words.text : '',
    html: tells('text') ? words.html : '',
    lines: tells('text') ? words.lines : [],
    hosts: tells('host') ? words.hosts : [],
    contact: tells('contact') ? words.contact : '',
  };
}
