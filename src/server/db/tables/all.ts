import * as claims from './claims';
import * as house from './house';
import * as people from './people';
import * as publishing from './publishing';
import * as records from './records';
import * as requests from './requests';
import * as spaces from './spaces';
import { factsOf, type Table } from './table';
import * as workOrders from './work-orders';

const ALL: readonly Table[] = [
  house,
  spaces,
  people,
  requests,
  claims,
  workOrders,
  publishing,
  records,
].flatMap((area) => Object.values(area) as Table[]);

/** Every table there is, by its name. */
export const TABLES: ReadonlyMap<string, Table> = new Map(ALL.map((each) => [factsOf(each).name, each]));
