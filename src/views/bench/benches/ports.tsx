import { recordsOf } from '../../../contracts/bench.ts';
import type { BenchView } from '../benchView.ts';
import { PortsSheet, type PortsDraft } from '../PortsSheet.tsx';
import { say } from '../../../core/language/say.ts';

export const portsView: BenchView = {
  kind: 'ports',
  state(records) {
    const newest = recordsOf(records, 'ports')[0]?.bench;
    return newest === undefined
      ? { figure: '', state: say`not written down` }
      : { figure: String(newest.devices.length), state: say`names for ${newest.language}` };
  },
  Sheet: ({ draft, ...props }) => <PortsSheet {...props} draft={draft as PortsDraft | null} />,
};
