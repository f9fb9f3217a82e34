package hitchlamp.server.job;

import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface UnitMapper {
  String COLUMNS =
      "u.id, u.fleet_number, u.vin, u.maker, u.model, u.class AS unit_class, u.pack, u.of_case";

  @Select("SELECT " + COLUMNS + " FROM unit u WHERE u.id = #{id}")
  Optional<UnitRow> find(long id);

  @Select("SELECT " + COLUMNS + " FROM unit u WHERE u.fleet_number = #{fleetNumber}")
  Optional<UnitRow> byFleetNumber(String fleetNumber);

  @Select(
      "SELECT "
          + COLUMNS
          + " FROM unit u WHERE u.fleet_number LIKE #{like} OR u.vin LIKE #{like} OR u.maker LIKE #{like} OR u.model LIKE #{like} ORDER BY u.fleet_number LIMIT 200")
  List<UnitRow> search(String like);

  @Insert(
      "INSERT INTO unit (fleet_number, vin, maker, model, class, pack, of_case) VALUES (#{fleetNumber}, #{vin}, #{maker}, #{model}, #{unitClass}, #{pack}, #{ofCase})")
  void add(
      String fleetNumber,
      String vin,
      String maker,
      String model,
      String unitClass,
      String pack,
      boolean ofCase);

  @Insert("INSERT IGNORE INTO unit_part (unit_id, kind, name) VALUES (#{unit}, #{kind}, #{name})")
  void addPart(long unit, String kind, String name);

  @Update("UPDATE unit SET exhaust_hot_at = #{at} WHERE id = #{id}")
  void exhaustHot(long id, LocalDateTime at);

  @Update(
      "UPDATE unit SET vin = IF(vin = '', #{vin}, vin), maker = IF(maker = '', #{maker}, maker), model = IF(model = '', #{model}, model), pack = IF(#{pack} = '', pack, #{pack}) WHERE id = #{id}")
  void learn(long id, String vin, String maker, String model, String pack);
}
