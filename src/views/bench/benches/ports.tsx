import { recordsOf } from '../../../contracts/bench.ts';
import type { BenchView } from '../benchView.ts';
import { PortsSheet, type PortsDraft } from '../PortsSheet.tsx';

export const portsView: BenchView = {
  kind: 'ports',
  state(records) {
    const newest = recordsOf(records, 'ports')[0]?.bench;
    return newest === undefined
      ? { figure: '', state: 'not written down' }
      : { figure: String(newest.devices.length), state: `names for ${newest.language}` };
  },
  Sheet: ({ draft, ...props }) => <PortsSheet {...props} draft={draft as PortsDraft | null} />,
};
