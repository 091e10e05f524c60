export { ShownCalendar as default, shownMetadata as generateMetadata } from '../../../shown-calendar';
