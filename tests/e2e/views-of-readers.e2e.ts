import { checkViews } from './check-views';
import { VIEWS } from './views';

checkViews(VIEWS.filter(({ as }) => as === undefined));
