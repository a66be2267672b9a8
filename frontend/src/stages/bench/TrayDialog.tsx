import { Modal } from 'antd';
import type { Well } from '../../api/client';
import { ChartCard } from '../../charts/ChartCard';
import { wellName, wellPlace } from '../../charts/Tray';
import { TrayStrip } from '../../charts/TrayStrip';

interface Props {
  unitId: string;
  wells: readonly Well[];
  code: string;
  onClose: () => void;
}

/** The sorting tray as a strip that can be saved and printed. */
export function TrayDialog({ unitId, wells, code, onClose }: Props) {
  return (
    <Modal open title={`Screws of ${code}`} footer={null} width={1160} onCancel={onClose}>
      <ChartCard
        title="Sorting tray"
        note="the line goes through the wells in the order of opening; dashed: another length than the rest of its layer"
        file={`${code}-tray`}
        chart={<TrayStrip unitId={unitId} />}
        table={
          <table className="plain">
            <thead>
              <tr>
                <th scope="col">well</th>
                <th scope="col">layer</th>
                <th scope="col">screws</th>
                <th scope="col">from</th>
                <th scope="col">stay in their part</th>
                <th scope="col" className="numeric">
                  count
                </th>
              </tr>
            </thead>
            <tbody>
              {wells.map((well) => (
                <tr key={well.number}>
                  <td>{well.captive === true ? 'in their part' : well.number}</td>
                  <td>{well.layer}</td>
                  <th scope="row">
                    {wellName(well)}
                    {well.difference === 'none' ? '' : `, ${well.difference}`}
                  </th>
                  <td>{wellPlace(well)}</td>
                  <td>{well.captive == null ? 'not known' : well.captive ? 'yes' : 'no'}</td>
                  <td className="numeric">{well.count}</td>
                </tr>
              ))}
            </tbody>
          </table>
        }
      />
    </Modal>
  );
}
