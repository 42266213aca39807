export { labelEntity, labelFileEntity, labelVersionEntity, stockEntity } from './entities.ts'
export { readLabelFile, readSent } from './files.ts'
export { importLabels } from './labelsFile.ts'
export { shelfCollections, shelfRoutes } from './routes.ts'
