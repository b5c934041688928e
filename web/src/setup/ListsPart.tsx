import { useCurrentCompany } from '../session/session';
import { Problems } from '../shared/Problems';
import { useChart, useSetUp } from '../shared/useBooks';
import { ListEditor } from './ListEditor';
import { MissingNumbers } from './MissingNumbers';
import { say } from '../words';

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
          title={say('setup.sites')}
          path="sites"
          rows={s.sites.map((r) => ({ ...r }))}
          columns={[
            { key: 'name', label: say('setup.name') },
            { key: 'active', label: say('setup.active'), check: true },
          ]}
          empty={{ name: '', active: true }}
          add={say('setup.addASite')}
          example={say('setup.exampleOfASite')}
        />
        <ListEditor
          title={say('setup.costCentres')}
          path="cost-centres"
          rows={s.costCentres.map((r) => ({ ...r }))}
          columns={[
            { key: 'code', label: say('setup.code') },
            { key: 'name', label: say('setup.name') },
            { key: 'active', label: say('setup.active'), check: true },
          ]}
          empty={{ code: '', name: '', active: true }}
          add={say('setup.addACostCentre')}
          example={say('setup.exampleOfACostCentre')}
        />
        <ListEditor
          title={say('setup.taxes')}
          about={say('setup.amountsAreTypedGrossTheNetAnd')}
          path="tax-codes"
          rows={s.taxCodes.map((r) => ({ ...r, validFrom: r.validFrom ?? '', validTo: r.validTo ?? '' }))}
          columns={[
            { key: 'code', label: say('setup.code') },
            { key: 'name', label: say('setup.name') },
            { key: 'ratePercent', label: say('setup.rate') },
            {
              key: 'ledgerAccountId',
              label: say('setup.bookedOn'),
              byTyping: true,
              choices: (chart.data ?? [])
                .filter((a) => a.active && a.control === 'NONE')
                .map((a) => [String(a.id), `${a.code} ${a.name}`]),
            },
            { key: 'validFrom', label: say('setup.firstDay'), none: '' },
            { key: 'validTo', label: say('setup.lastDay'), none: '' },
            { key: 'active', label: say('setup.active'), check: true },
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
          add={say('setup.addATax')}
          example={say('setup.exampleOfATax')}
        />
      </div>
      <div className="col-lg-6">
        <ListEditor
          title={say('setup.banks')}
          path="banks"
          rows={s.banks.map((r) => ({ ...r }))}
          columns={[
            { key: 'name', label: say('setup.name') },
            { key: 'identifier', label: say('setup.bicOrRoutingNumber') },
          ]}
          empty={{ name: '', identifier: '' }}
          add={say('setup.addABank')}
          example={say('setup.exampleOfABank')}
        />
        <ListEditor
          title={say('setup.branches')}
          path="branches"
          rows={s.branches.map((r) => ({ ...r }))}
          columns={[
            { key: 'name', label: say('setup.name') },
            { key: 'bankId', label: say('setup.bank'), choices: banks },
            { key: 'identifier', label: say('setup.number') },
          ]}
          empty={{ name: '', bankId: '', identifier: '' }}
          add={say('setup.addABranch')}
          example={say('setup.exampleOfABranch')}
        />
        <ListEditor
          title={say('setup.numbers')}
          about={say('setup.theNextNumberOfEachKindOf')}
          path="series"
          rows={s.series.map((r) => ({ ...r, siteId: r.siteId ?? '' }))}
          columns={[
            { key: 'kind', label: say('setup.of'), choices: kinds, fixed: true },
            { key: 'siteId', label: say('setup.site'), choices: sites, none: say('setup.all'), fixed: true },
            { key: 'prefix', label: say('setup.beginsWith') },
            { key: 'nextNumber', label: say('setup.next') },
            { key: 'digits', label: say('setup.digits') },
            { key: 'yearly', label: say('setup.anewEachYear'), check: true },
          ]}
          empty={{ kind: '', siteId: '', prefix: '', nextNumber: 1, digits: 4, yearly: false }}
          add={say('setup.addASeries')}
          example={say('setup.exampleOfASeries')}
        />
        <MissingNumbers />
        <ListEditor
          title={say('setup.exchangeRates')}
          about={say('setup.whatOneUnitIsWorthInEach', { currency: s.currency })}
          path="rates"
          rows={s.rates.map((r) => ({ ...r }))}
          columns={[
            { key: 'currency', label: say('setup.currency'), fixed: true },
            { key: 'date', label: say('setup.from3'), fixed: true },
            { key: 'rate', label: say('setup.rate2') },
          ]}
          empty={{ currency: 'EUR', date: session.businessDate, rate: '' }}
          add={say('setup.addARate')}
          example={say('setup.exampleOfARate')}
        />
      </div>
    </div>
  );
}
