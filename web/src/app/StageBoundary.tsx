import { Alert, Button, Group, Stack, Text } from "@mantine/core";
import { Component, type ReactNode } from "react";

/** A stage that fails says so and leaves the rest of the page standing. */
export class StageBoundary extends Component<{ children: ReactNode }, { error?: Error }> {
  state: { error?: Error } = {};

  static getDerivedStateFromError(error: Error) {
    return { error };
  }

  render() {
    const { error } = this.state;
    if (!error) return this.props.children;
    return (
      <Alert color="crayon" title="This stage can't be shown" m="md" role="alert">
        <Stack gap="sm" align="flex-start">
          <Text>Something went wrong on this page. What was entered is kept; the other stages go on working.</Text>
          <Text className="quiet" fz={14}>
            {error.message}
          </Text>
          <Group>
            <Button h={48} onClick={() => this.setState({ error: undefined })}>
              Show it again
            </Button>
            <Button h={48} variant="default" onClick={() => window.location.reload()}>
              Load the page anew
            </Button>
          </Group>
        </Stack>
      </Alert>
    );
  }
}
