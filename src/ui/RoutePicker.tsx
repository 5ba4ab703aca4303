import { sheetAddress } from './sheetAddress.ts';
import { Picker } from './TextField.tsx';
import { say } from '../core/language/say.ts';

interface RoutePickerProps {
  route: { id: string };
  routes: readonly { id: string; name: string }[];
  /** The sheet that is opened for the chosen route. */
  sheet: string;
}

/** Which route a sheet is about; another one is another page. */
export function RoutePicker({ route, routes, sheet }: RoutePickerProps) {
  return (
    <Picker
      label={say`Route`}
      value={route.id}
      options={routes.map(({ id, name }) => ({ value: id, label: name }))}
      onChange={(id) => location.assign(sheetAddress(sheet, { route: id }))}
    />
  );
}
