import Plus from 'lucide-react-native/icons/plus';
import { Fragment, useMemo, useState } from 'react';
import { Pressable, View } from 'react-native';
import { branchesOf, type Routine, type Step, type StepKind } from '@/core/model';
import { placedSteps, stepSentence } from '@/core/plan';
import { Button, Text } from '@/ui';
import { SortableList } from '../SortableList';
import { useApp } from '../useApp';
import { stepKinds } from './steps';
import { type Branch, top } from './stepTree';

interface StepListProps {
  routine: Routine;
  onOpen(step: Step): void;
  onAdd(branch: Branch, kind: StepKind): void;
  onMove(branch: Branch, id: string, to: number): void;
}

/** The steps of a routine as sentences, those of a loop or a branch set in. */
export function StepList(props: StepListProps) {
  const { definition } = useApp().state;
  const { routine } = props;
  const sentences = useMemo(
    () =>
      new Map(
        placedSteps(definition, routine).map(({ step, scope }) => [step.id, stepSentence(definition, step, scope)]),
      ),
    [definition, routine],
  );
  return <Steps {...props} steps={routine.steps} branch={top} label="Steps" sentences={sentences} />;
}

function Steps({
  steps,
  branch,
  label,
  sentences,
  ...props
}: StepListProps & { steps: readonly Step[]; branch: Branch; label: string; sentences: ReadonlyMap<string, string> }) {
  const { onOpen, onAdd, onMove } = props;
  const [adding, setAdding] = useState(false);
  return (
    <View className="gap-2">
      {steps.length === 0 ? (
        <Text look="soft">
          {branch.stepId === null ? 'No step yet. A routine does nothing until it has one.' : 'Nothing.'}
        </Text>
      ) : null}
      {steps.length > 0 ? (
        <SortableList
          label={label}
          items={steps.map((step) => ({ ...step, name: sentences.get(step.id) ?? '' }))}
          onMove={(id, to) => onMove(branch, id, to)}
          render={({ name, ...step }) => (
            <View className="flex-1 gap-2 py-1">
              <Pressable
                role="button"
                aria-label={`Edit step: ${name}`}
                onPress={() => onOpen(steps.find(({ id }) => id === step.id) ?? (step as Step))}
                className="min-h-[44px] justify-center rounded-lg hover:bg-leaf"
              >
                <Text look="body">{name}</Text>
              </Pressable>
              {branchesOf(step as Step).map((inside, at) => (
                <Fragment key={at}>
                  {at === 1 ? <Text look="body">Else:</Text> : null}
                  <Inner label={at === 1 ? `Else of: ${name}` : name}>
                    <Steps
                      {...props}
                      steps={inside}
                      branch={{ stepId: step.id, otherwise: at === 1 }}
                      label={at === 1 ? `Else of: ${name}` : `Steps of: ${name}`}
                      sentences={sentences}
                    />
                  </Inner>
                </Fragment>
              ))}
            </View>
          )}
        />
      ) : null}
      {adding ? (
        <View role="group" aria-label="Kinds of step" className="flex-row flex-wrap gap-2">
          {stepKinds.map(({ kind, label: words }) => (
            <Button
              key={kind}
              label={words}
              onPress={() => {
                setAdding(false);
                onAdd(branch, kind);
              }}
            />
          ))}
        </View>
      ) : (
        <View className="items-start">
          <Button
            icon={Plus}
            label={branch.stepId === null ? 'Add step' : 'Add step here'}
            onPress={() => setAdding(true)}
          />
        </View>
      )}
    </View>
  );
}

function Inner({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <View role="group" aria-label={label} className="border-l-4 border-plum pl-3">
      {children}
    </View>
  );
}
