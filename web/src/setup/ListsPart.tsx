import { useCurrentCompany } from '../session/session';
import { Problems } from '../shared/Problems';
import { useChart, useSetUp } from '../shared/useBooks';
import { ListEditor } from './ListEditor';
import { MissingNumbers } from './MissingNumbers';

/** Sites, cost centres, banks, taxes, numbers and rates. */
export function ListsPart() {
  const { session } = useCurrentCompany();
  const setUp = useSetUp();
  const chart = useChart();
  const s = setUp.data;
  if (!s) {
    return <Problems error={setUp.error} />;
  }
  const kinds = [...new Map(s.series.map((r) => [r.kind, r.words]))];
  const sites = s.sites.map((r): [string, string] => [String(r.id), r.name]);
  const banks = s.banks.map((b): [string, string] => [String(b.id), b.name]);
  return (
    <div className="row">
      <div className="col-lg-6">
        <ListEditor
          title="Sites"
          path="sites"
          rows={s.sites.map((r) => ({ ...r }))}
          columns={[
            { key: 'name', label: 'Name' },
            { key: 'active', label: 'Active', check: true },
          ]}
          empty={{ name: '', active: true }}
          add="Add a site"
        />
        <ListEditor
          title="Cost centres"
          path="cost-centres"
          rows={s.costCentres.map((r) => ({ ...r }))}
          columns={[
            { key: 'code', label: 'Code' },
            { key: 'name', label: 'Name' },
            { key: 'active', label: 'Active', check: true },
          ]}
          empty={{ code: '', name: '', active: true }}
          add="Add a cost centre"
        />
        <ListEditor
          title="Taxes"
          about="Amounts are typed gross; the net and the tax are booked apart. A rate that changes gets a row of its own with its first day."
          path="tax-codes"
          rows={s.taxCodes.map((r) => ({ ...r, validFrom: r.validFrom ?? '', validTo: r.validTo ?? '' }))}
          columns={[
            { key: 'code', label: 'Code' },
            { key: 'name', label: 'Name' },
            { key: 'ratePercent', label: 'Rate, %' },
            {
              key: 'ledgerAccountId',
              label: 'Booked on',
              choices: (chart.data ?? [])
                .filter((a) => a.active && a.control === 'NONE')
                .map((a) => [String(a.id), `${a.code} ${a.name}`]),
            },
            { key: 'validFrom', label: 'First day', none: '' },
            { key: 'validTo', label: 'Last day', none: '' },
            { key: 'active', label: 'Active', check: true },
          ]}
          empty={{
            code: '',
            name: '',
            ratePercent: '',
            ledgerAccountId: '',
            validFrom: '',
            validTo: '',
            active: true,
          }}
          add="Add a tax"
        />
      </div>
      <div className="col-lg-6">
        <ListEditor
          title="Banks"
          path="banks"
          rows={s.banks.map((r) => ({ ...r }))}
          columns={[
            { key: 'name', label: 'Name' },
            { key: 'identifier', label: 'BIC or routing number' },
          ]}
          empty={{ name: '', identifier: '' }}
          add="Add a bank"
        />
        <ListEditor
          title="Branches"
          path="branches"
          rows={s.branches.map((r) => ({ ...r }))}
          columns={[
            { key: 'name', label: 'Name' },
            { key: 'bankId', label: 'Bank', choices: banks },
            { key: 'identifier', label: 'Number' },
          ]}
          empty={{ name: '', bankId: '', identifier: '' }}
          add="Add a branch"
        />
        <ListEditor
          title="Numbers"
          about="The next number of each kind of document; a site may have a series of its own."
          path="series"
          rows={s.series.map((r) => ({ ...r, siteId: r.siteId ?? '' }))}
          columns={[
            { key: 'kind', label: 'Of', choices: kinds, fixed: true },
            { key: 'siteId', label: 'Site', choices: sites, none: 'All', fixed: true },
            { key: 'prefix', label: 'Begins with' },
            { key: 'nextNumber', label: 'Next' },
            { key: 'digits', label: 'Digits' },
            { key: 'yearly', label: 'Anew each year', check: true },
          ]}
          empty={{ kind: '', siteId: '', prefix: '', nextNumber: 1, digits: 4, yearly: false }}
          add="Add a series"
        />
        <MissingNumbers />
        <ListEditor
          title="Exchange rates"
          about={`What one unit is worth in ${s.currency}; each holds until the next.`}
          path="rates"
          rows={s.rates.map((r) => ({ ...r }))}
          columns={[
            { key: 'currency', label: 'Currency', fixed: true },
            { key: 'date', label: 'From', fixed: true },
            { key: 'rate', label: 'Rate' },
          ]}
          empty={{ currency: 'EUR', date: session.businessDate, rate: '' }}
          add="Add a rate"
        />
      </div>
    </div>
  );
}
