import { type ReactNode, useState } from 'react';
import { View } from 'react-native';
import { ChoiceField, Text, TextField } from '@/ui';
import type { AppSummary } from '@/worker';
import { foundThings } from '../address/things';

/** From so many apps on they can be searched and put in another order. */
const MANY = 5;

const orders = ['changed', 'name', 'size'] as const;

type Order = (typeof orders)[number];

const orderNames: Record<Order, string> = { changed: 'Last changed', name: 'Name', size: 'Most rows' };

/** The apps of the shelf, found by a part of their name where there are many. */
export function AppList({ apps, render }: { apps: readonly AppSummary[]; render: (app: AppSummary) => ReactNode }) {
  const [asked, setAsked] = useState('');
  const [order, setOrder] = useState<Order>('changed');
  const isMany = apps.length >= MANY;
  const found = isMany ? inOrder(foundApps(apps, asked), order) : apps;
  return (
    <View className="gap-4">
      {isMany ? (
        <View className="flex-row flex-wrap items-end gap-x-6 gap-y-3">
          <View className="min-w-[220px] max-w-[420px] shrink grow">
            <TextField label="Find an app" value={asked} onChangeText={setAsked} />
          </View>
          <ChoiceField
            label="Order"
            choices={orders.map((value) => ({ value, label: orderNames[value] }))}
            value={order}
            onChange={setOrder}
          />
        </View>
      ) : null}
      {found.length === 0 && asked !== '' ? (
        <Text look="body" role="status">{`No app is called “${asked}”.`}</Text>
      ) : null}
      <View role="list" aria-label="Apps" className="flex-row flex-wrap gap-4">
        {found.map(render)}
      </View>
    </View>
  );
}

/** Those whose name, or a line of whose first screen, has what is asked for. */
export const foundApps = (apps: readonly AppSummary[], asked: string): AppSummary[] =>
  foundThings(
    apps.map((app) => ({ app, name: app.name, group: (app.glance?.lines ?? []).map(({ name }) => name).join(' ') })),
    asked,
  ).map(({ app }) => app);

/** They come last changed first. */
export function inOrder(apps: readonly AppSummary[], order: Order): AppSummary[] {
  switch (order) {
    case 'changed':
      return [...apps];
    case 'name':
      return [...apps].sort((one, other) => one.name.localeCompare(other.name, 'en'));
    case 'size':
      return [...apps].sort((one, other) => other.rows - one.rows);
  }
}
