export { addLevel, LevelHeading, OnOneLevel } from './LevelHeading'
