/** The most characters of each text people type: the schema refuses more, and the field takes no more. */
export const MOST_CHARACTERS = {
  title: 120,
  secondLine: 160,
  contact: 160,
  answer: 1000,
  /** What happens at a time of the running order. */
  orderLine: 200,
  notes: 4000,
  reason: 1000,
  message: 4000,
  /** What a crew writes on a work order. */
  orderNote: 1000,
  /** A remark beside something counted or ticked. */
  remark: 200,
  workTitle: 80,
  followUp: 300,
  search: 100,
  viewName: 60,
  layoutName: 40,
  calendarName: 60,
  calendarAbout: 160,
  pictureAbout: 160,
  typedDay: 60,
} as const;
