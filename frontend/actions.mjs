import { readFileSync, writeFileSync } from 'node:fs';

// The core's rows of the actions, which the server describes beside its endpoints, for the client to read as its own.
const described = JSON.parse(readFileSync('../artifacts/openapi/WideLever.Web_wide-lever.json', 'utf8'));
writeFileSync('src/api/actions.json', JSON.stringify(described['x-actions'], null, 2));
