import { defineConfig } from '@playwright/test'

// Modules of the screens that need no page, imported and tried as they are.
export default defineConfig({ testDir: 'unit', fullyParallel: true, timeout: 120_000, reporter: [['list']] })
