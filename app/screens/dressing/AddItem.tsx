import { Plus } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { ITEM_GROUPS, kindsOf, type DressKind } from '@core/item';
import { buttonClass } from '~/components/ui';

/** All kinds of items by group, each with what it is for. */
export function AddItem({ add }: { add: (kind: DressKind) => void }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className={`${buttonClass('main')} w-full`}>
        <Plus size={16} aria-hidden="true" /> Dress it with…
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={6}
          className="z-50 max-h-[min(34rem,var(--radix-dropdown-menu-content-available-height))] w-80 overflow-y-auto rounded-lg border border-line bg-raised p-1.5 shadow-lg"
        >
          {ITEM_GROUPS.map((group) => (
            <DropdownMenu.Group key={group}>
              <DropdownMenu.Label className="px-2 pb-0.5 pt-2 text-xs text-soft">
                {group}
              </DropdownMenu.Label>
              {kindsOf(group).map(({ kind, name, hint }) => (
                <DropdownMenu.Item
                  key={kind}
                  onSelect={() => add(kind)}
                  className="cursor-pointer rounded-md px-2 py-1 text-sm outline-none data-[highlighted]:bg-patina-wash"
                >
                  <span className="font-medium">{name}</span>
                  <span className="block text-xs text-soft">{hint}</span>
                </DropdownMenu.Item>
              ))}
            </DropdownMenu.Group>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
