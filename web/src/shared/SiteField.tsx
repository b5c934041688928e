import { useCurrentCompany } from '../session/session';
import { ChooserField } from './Chooser';
import { useSetUp } from './useBooks';
import { say } from '../words';

/** The site something is done for, among those whoever is signed in may work for; nothing where there are none. */
export function SiteField({
  className,
  value,
  onChange,
}: {
  className?: string;
  value: number | undefined;
  onChange: (site: number | undefined) => void;
}) {
  const { company } = useCurrentCompany();
  const setUp = useSetUp();
  const mine = company.limits.sites;
  const sites = (setUp.data?.sites ?? []).filter(
    (s) => s.active && (mine.length === 0 || mine.includes(s.id)),
  );
  if (sites.length === 0) {
    return null;
  }
  return (
    <ChooserField
      className={className}
      label={say('shared.site')}
      empty={mine.length === 0 ? say('shared.none') : say('shared.choose')}
      value={value ? String(value) : ''}
      choices={sites.map((s) => [String(s.id), s.name])}
      onChange={(v) => onChange(v ? Number(v) : undefined)}
    />
  );
}
