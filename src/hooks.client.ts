import { config } from 'zod';

// Zod would try whether it may compile code, which the content rules of the page forbid and report.
config({ jitless: true });
